import type { Column } from './columns';
import { drawnColumns } from './markup';
import { RibbonColumns } from './RibbonColumns';

interface RibbonProps {
  /** whose stations they are */
  machine: { id: string; nickname: string };
  columns: readonly Column[];
  size: 'today' | 'machine';
  /** slug of the station that is open */
  current?: string | undefined;
}

/**
 * Our picture of a machine: its stations in path order, each a column that fills and darkens as it
 * fouls. State shows in height, pattern and cap, so it reads without colour.
 */
export function Ribbon({ columns, ...rest }: RibbonProps) {
  return <RibbonColumns columns={drawnColumns(columns)} {...rest} />;
}
