import type { StationDue } from '../../../services/care/due';
import { ribbonColumns } from '../../shared/ribbon/columns';
import type { DrawnPart } from './MachineDrawing';

/** Stations as they are drawn: in the states and words of the ribbon. */
export function drawnParts(stations: readonly StationDue[]): DrawnPart[] {
  const columns = ribbonColumns(stations);
  return stations.map(({ slug, kind, name }, i) => ({
    slug,
    kind,
    name,
    state: columns[i]!.state,
    label: columns[i]!.label,
  }));
}
