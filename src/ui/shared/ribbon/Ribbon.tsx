import type { Column } from './columns';
import { RibbonColumns } from './RibbonColumns';

interface RibbonProps {
  /** whose stations they are */
  machine: { id: string; nickname: string };
  columns: readonly Column[];
  size: 'today' | 'machine';
  /** slug of the station that is open */
  current?: string | undefined;
}

/** Rounded down, as a share is said. */
const sent = (share: number) => Math.floor(share * 10_000 + 1e-6) / 10_000;

/**
 * Our picture of a machine: its stations in path order, each a column that fills and darkens as it
 * fouls. State shows in height, pattern and cap, so it reads without colour. Today shows hundreds of
 * columns: what goes to the browser of each is what it is drawn from.
 */
export function Ribbon({ columns, ...rest }: RibbonProps) {
  return (
    <RibbonColumns
      columns={columns.map(({ slug, short, part, used, state, strength, label }) => ({
        slug,
        short,
        part,
        used: used === null ? null : sent(used),
        state,
        strength,
        label,
      }))}
      {...rest}
    />
  );
}
