'use client';

import { IconCheck } from '@tabler/icons-react';
import { useEffect } from 'react';
import type { Line } from '../../core/cleaning/run';
import type { SheetContext } from './context';
import { OwnWords } from './OwnWords';
import { LensWay } from './Tray';
import classes from './Sheet.module.css';

interface LinesProps {
  context: SheetContext;
  lines: readonly Line[];
  /** nothing may be ticked yet */
  barred: boolean;
  pressLine: (line: Line) => void;
  undo: (line: Line) => void;
  onDone: () => void;
}

/** Written steps: the one to do is large, the ones done stand above it, the ones to come below. */
export function Lines({ context, lines, barred, pressLine, undo, onDone }: LinesProps) {
  const { progress } = context.store;
  const open = lines.filter(({ id }) => !progress.steps.has(id));
  const current = open[0];
  const last = lines.findLast(({ id }) => progress.steps.has(id));

  const done = (line: Line) => {
    pressLine(line);
    if (open.length === 1) onDone();
  };

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== 'Enter' || event.altKey || event.ctrlKey || event.metaKey) return;
      const target = event.target as HTMLElement;
      if (target.closest('button, a, input, textarea, select, summary')) return;
      if (current && !barred) done(current);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });

  if (lines.length === 0) return null;
  return (
    <>
      <ol className={classes.lines}>
        {lines.map((line, index) => {
          const pressed = progress.steps.get(line.id);
          return (
            <li
              key={line.id}
              className={classes.lineItem}
              data-state={pressed ? 'done' : line === current ? 'current' : 'later'}
              aria-current={line === current ? 'step' : undefined}
            >
              <span className={classes.number} aria-hidden="true">
                {pressed ? <IconCheck size={20} /> : index + 1}
              </span>
              <span>
                {line.text}
                {line === current && line.why && <span className={classes.why}>{line.why}</span>}
                {line === current && line.facts?.part === 'lens' && <LensWay context={context} />}
                {line === current && line.ours && (
                  <span className="quiet">
                    {' '}
                    In this shop’s words ({line.ours.by}: {line.ours.reason}).
                  </span>
                )}
                {pressed && <span className="visually-hidden"> done by {pressed.person}</span>}
              </span>
            </li>
          );
        })}
      </ol>
      {current && <OwnWords key={current.id} context={context} line={current} />}
      <div className={`${classes.buttons} ${classes.pinned}`}>
        {current && (
          <button className={classes.next} disabled={barred} onClick={() => done(current)}>
            {open.length === 1 ? 'Done' : 'Done, next'}
          </button>
        )}
        {open.length > 1 && !barred && (
          <button
            className={classes.quiet}
            onClick={() => {
              open.forEach((line) => pressLine(line));
              onDone();
            }}
          >
            All {open.length} are done
          </button>
        )}
        {last && (
          <button className={classes.quiet} onClick={() => undo(last)}>
            Back one step
          </button>
        )}
      </div>
    </>
  );
}
