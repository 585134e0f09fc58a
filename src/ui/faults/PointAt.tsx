import { NativeSelect } from '@mantine/core';
import type { ReportGround } from '../../services/faults/report';
import { MachineDrawing } from '../machines/drawing/MachineDrawing';
import classes from './Faults.module.css';

/** Where on the machine something is seen: a finger on its drawing, or its name from the list. */
export function PointAt({
  machine,
  drawn: { build, stations },
  pointedAt,
  onChange,
}: {
  /** its name */
  machine: string;
  drawn: ReportGround['drawn'];
  /** id of a station */
  pointedAt: string | null;
  onChange: (stationId: string | null) => void;
}) {
  const station = stations.find(({ id }) => id === pointedAt);
  const point = (slug: string) => {
    const next = stations.find((one) => one.slug === slug)!.id;
    onChange(next === pointedAt ? null : next);
  };
  return (
    <details>
      <summary>Point at it{station && <b>: {station.name}</b>}</summary>
      <div className={classes.pointing}>
        <MachineDrawing
          build={build}
          machine={machine}
          stations={stations}
          target={station ? [station.slug] : []}
          onPoint={point}
        />
        <NativeSelect
          label="Part of the machine"
          value={pointedAt ?? ''}
          onChange={(event) => onChange(event.currentTarget.value || null)}
          data={[
            { value: '', label: 'not pointed at' },
            ...stations.map(({ id, name }) => ({ value: id, label: name })),
          ]}
        />
      </div>
    </details>
  );
}
