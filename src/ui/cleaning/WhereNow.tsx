'use client';

import type { Stretch } from '../../core/cleaning/order';
import { MachineDrawing } from '../machines/drawing/MachineDrawing';
import type { SheetContext } from './context';

/** The machine drawn: what the step now is about is marked, what lies on the tray is dashed. */
export function WhereNow({ context, stretch }: { context: SheetContext; stretch: Stretch | null }) {
  const { run, store, machine } = context;
  const spokenOf = stretch ? slugsOf(run, stretch.task, machine.stations) : [];
  const away = store.progress.tray
    .filter(({ inAt }) => inAt === null)
    .map(({ name }) => name.toLowerCase());
  return (
    <MachineDrawing
      build={machine.build}
      machine={machine.nickname}
      stations={machine.stations}
      target={spokenOf}
      out={machine.stations
        .filter((station) => away.some((part) => isPart(part, station)))
        .map(({ slug }) => slug)}
    />
  );
}

/** Parts of the tray that go by another name than their station. */
const kindsOf: Readonly<Record<string, readonly string[]>> = {
  bed: ['honeycomb'],
  tray: ['crumb-tray'],
  head: ['diode-module'],
  lens: ['lens'],
  'outlet fan': ['outlet-fan'],
  'rear fan': ['outlet-fan'],
  slats: ['slats'],
};

/** Whether a part of the tray is a station: "Nozzle and ring", "Protective window and its ring". */
function isPart(part: string, { name, slug, kind }: { name: string; slug: string; kind: string }) {
  const plain = part.replace(/( and |,).*$/, '');
  return (
    plain === name.toLowerCase().replace(/ [/(].*$/, '') ||
    plain === slug ||
    (kindsOf[plain] ?? []).includes(kind)
  );
}

/** A task's own station; of an opening what it takes out, else the stations of the tasks that it is opened for. */
function slugsOf(
  run: SheetContext['run'],
  of: string,
  stations: SheetContext['machine']['stations'],
): string[] {
  const opening = of.replace(/^close:/, 'open:');
  const parts = run.pieces.find(({ id }) => id === opening)?.parts ?? [];
  const out = stations.filter((station) =>
    parts.some(({ name }) => isPart(name.toLowerCase(), station)),
  );
  if (out.length > 0) return out.map(({ slug }) => slug);
  const ids = run.tasks
    .filter(
      ({ id, after }) =>
        id === of || (opening.startsWith('open:') && after.some((before) => before.id === opening)),
    )
    .map(({ stationId }) => stationId);
  return stations.filter(({ id }) => ids.includes(id)).map(({ slug }) => slug);
}
