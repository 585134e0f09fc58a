'use client';

import { whens, wheres, type When, type Where } from '../../core/faults/showing';
import { Tiles } from '../shared/forms/Tiles';
import classes from './Faults.module.css';

/** When and where a fault shows. */
export interface Showing {
  when: When | null;
  where: Where | null;
}

/** Asks when and where it shows; either may be left open. */
export function ShowingTiles({
  showing,
  onChange,
}: {
  showing: Showing;
  onChange: (showing: Showing) => void;
}) {
  return (
    <div className={classes.showing}>
      <Tiles<When>
        legend="When? (if you know)"
        compact
        clearable
        tiles={whens.map((value) => ({ value, label: value }))}
        value={showing.when}
        onChange={(when) => onChange({ ...showing, when })}
      />
      <Tiles<Where>
        legend="Where?"
        compact
        clearable
        tiles={wheres.map((value) => ({ value, label: value }))}
        value={showing.where}
        onChange={(where) => onChange({ ...showing, where })}
      />
    </div>
  );
}
