'use client';

import { UnstyledButton } from '@mantine/core';
import { useState } from 'react';
import { soilGroups, type PerGroup } from '../../core/usage/soil';
import type { WeightLine } from '../../services/usage/soil-weights';
import { dayDate } from '../shared/marks/when';
import { WeightForm, type WeightActions } from './WeightForm';
import classes from './Weights.module.css';
import { Dialog } from '../shared/Dialog';

interface WeightTableProps {
  lines: WeightLine[];
  /** the line somebody asked "why" about */
  asked: string | null;
  now: number;
  zone: string;
  actions: WeightActions;
}

const figure = (value: number) => value.toFixed(2);
const row = (weight: PerGroup) => soilGroups.map((group) => figure(weight[group])).join(', ');

/** The soil table in force: each figure opens what it rests on. */
export function WeightTable({ lines, asked, now, zone, actions }: WeightTableProps) {
  const [opened, setOpened] = useState<string | null>(asked);
  const open = lines.find(({ label }) => label === opened);
  return (
    <section className="panel" aria-labelledby="weights">
      <h2 id="weights">What an hour counts for</h2>
      <p className="quiet">
        Soil of one run hour against an hour of cutting birch ply with air assist on and full
        draught. Underlined: the shop&apos;s own. The others are starting assumptions, memory of
        practice with no published source.
      </p>
      <div className={classes.scroll}>
        <table className={classes.table}>
          <thead>
            <tr>
              <th>Work</th>
              {soilGroups.map((group) => (
                <th key={group}>{group}</th>
              ))}
              <th>Based on</th>
            </tr>
          </thead>
          <tbody>
            {lines.map((line) => {
              const last = line.history[0];
              return (
                <tr key={line.label} aria-current={line.label === asked || undefined}>
                  <td>{line.label}</td>
                  {soilGroups.map((group) => (
                    <td
                      key={group}
                      className={
                        last && line.start?.[group] !== line.weight[group]
                          ? classes.changed
                          : undefined
                      }
                    >
                      {figure(line.weight[group])}
                    </td>
                  ))}
                  <td>
                    <UnstyledButton
                      td="underline"
                      className={classes.basis}
                      onClick={() => setOpened(line.label)}
                      aria-label={`Why these weights: ${line.label}`}
                    >
                      {last
                        ? `${last.person}, ${dayDate(last.recordedAt, zone, now)}`
                        : 'starting assumption'}
                    </UnstyledButton>
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      <Dialog
        opened={open !== undefined}
        onClose={() => setOpened(null)}
        title={open ? `Why ${open.label}?` : ''}
        size="lg"
      >
        {open && (
          <div className={classes.form}>
            <Why line={open} now={now} zone={zone} />
            <WeightForm
              of={open.of}
              weight={open.weight}
              zone={zone}
              actions={actions}
              onDone={() => setOpened(null)}
            />
          </div>
        )}
      </Dialog>
    </section>
  );
}

/** What a line of the table rests on, the newest decision first. */
function Why({ line, now, zone }: { line: WeightLine; now: number; zone: string }) {
  return (
    <ul className={classes.why}>
      {line.history.map(({ recordedAt, person, reason, from, weight }) => (
        <li key={recordedAt}>
          <b className="figures">{row(weight)}</b>{' '}
          {from === null ? 'for all of the past' : `from ${dayDate(from, zone, now)}`}: {reason}{' '}
          <span className="quiet">
            {person}, {dayDate(recordedAt, zone, now)}
          </span>
        </li>
      ))}
      {line.start && (
        <li>
          <b className="figures">{row(line.start)}</b> starting assumption: memory of practice, no
          published source.
        </li>
      )}
    </ul>
  );
}
