import { usedPercent } from '../../../core/units/percent';
import { IconFlame } from '@tabler/icons-react';
import { fireLoadSaid, type FireLoad as Load } from '../../../core/care/fire-load';
import classes from './FireLoad.module.css';

/** The fire load in figures, drawn where it is near its limit or past it; nothing while it is low. */
export function FireLoad({ load, place = false }: { load: Load | null; place?: boolean }) {
  if (!load || load.share < fireLoadSaid) return null;
  return (
    <span className={classes.load} data-past={load.share >= 1 || undefined}>
      <IconFlame size={16} stroke={2} aria-hidden /> fire load {usedPercent(load.share)}
      {place && `: ${load.place.toLowerCase()}`}
    </span>
  );
}
