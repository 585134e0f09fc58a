'use client';

import type { Stretch } from '../../core/cleaning/order';
import { MachineDrawing } from '../machines/drawing/MachineDrawing';
import type { SheetContext } from './context';

/** The machine drawn: what the step now is about is marked, what lies on the tray is dashed. */
export function WhereNow({ context, stretch }: { context: SheetContext; stretch: Stretch | null }) {
  const { run, store, machine } = context;
  const ids = stretch ? stationsOf(run, stretch.task) : [];
  const away = store.progress.tray
    .filter(({ inAt }) => inAt === null)
    .map(({ name }) => name.toLowerCase());
  return (
    <MachineDrawing
      build={machine.build}
      machine={machine.nickname}
      stations={machine.stations}
      target={machine.stations.filter(({ id }) => ids.includes(id)).map(({ slug }) => slug)}
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

/** A task's own station; of an opening those of the tasks that it is opened for. */
function stationsOf(run: SheetContext['run'], of: string): string[] {
  const task = run.tasks.find(({ id }) => id === of);
  if (task) return [task.stationId];
  const opening = of.replace(/^close:/, 'open:');
  if (!opening.startsWith('open:')) return [];
  return run.tasks
    .filter(({ after }) => after.some(({ id }) => id === opening))
    .map(({ stationId }) => stationId);
}
