'use client';

import type { FireLoad as Load } from '../../core/care/fire-load';
import { inPercent } from '../../core/units/percent';
import { FireLoad } from '../shared/marks/FireLoad';
import { HoldTag } from '../shared/marks/HoldTag';
import { StateMark, type MarkState } from '../shared/marks/StateMark';
import type { DrawnColumn } from '../shared/ribbon/markup';
import { RibbonColumns } from '../shared/ribbon/RibbonColumns';
import { useFirstPicture } from '../shared/first-picture';
import { type Packed, useUnpacked } from '../shared/packed';
import { TinyRibbon, tinyShape } from '../shared/ribbon/TinyRibbon';
import classes from './Today.module.css';

/** A machine as one line of Today. */
export interface MachineLine {
  id: string;
  nickname: string;
  family: string | undefined;
  state: MarkState;
  /** how much it was used of late, in words */
  lately: string;
  /** why it is held */
  hold: string | null;
  strength: number | null;
  fire: Load | null;
  columns: readonly DrawnColumn[];
}

/**
 * All machines, each with its ribbon; on a narrow screen a small drawing of it, which the first picture leaves room for.
 * Drawn from what is sent of each: as elements made by the server all of it would be sent twice.
 */
export function MachineLines(props: { lines: Packed<readonly MachineLine[]> }) {
  const lines = useUnpacked(props.lines);
  const woken = !useFirstPicture();
  return (
    <>
      {lines.map(({ id, nickname, hold, strength, columns, ...line }) => (
        <article key={id} className={classes.machine}>
          <div className={classes.label}>
            <span>
              <a href={`/machines/${id}`} className={classes.nickname}>
                {nickname}
              </a>{' '}
              <span className={classes.facts}>{line.lately}</span>
            </span>
            {hold === null ? (
              <span className={classes.facts}>{line.family}</span>
            ) : (
              <HoldTag words={hold} />
            )}
            <span className={classes.facts}>
              {strength !== null && `strength ${inPercent(strength)} `}
              <FireLoad load={line.fire} />
            </span>
          </div>
          <div className={classes.full}>
            <RibbonColumns machine={{ id, nickname }} columns={columns} size="today" />
          </div>
          {woken && (
            <a href={`/machines/${id}`} className={classes.small} aria-label={`${nickname}: open`}>
              <StateMark state={line.state} />
              <TinyRibbon shape={tinyShape(columns)} />
            </a>
          )}
        </article>
      ))}
    </>
  );
}
