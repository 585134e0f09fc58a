import { importFields, type ImportKind } from './fields';

/** A sample of a table, as a person may begin one. */
export function sampleTable(kind: ImportKind): string {
  const fields = importFields[kind].filter(({ name }) => name !== 'run' && name !== 'time');
  const samples: Readonly<Record<string, string>> = {
    machine: 'Wren',
    start: '2026-03-03 14:05',
    date: '2026-03-03',
    station: 'Honeycomb',
    task: 'clean',
    finding: 'soiled',
    minutes: '25',
    run_hours: '1.5',
    material: 'plywood',
    process: 'cut',
    air_assist: 'on',
    what: 'Cuts weaker than usual',
    closed: '2026-03-05',
    cause: 'dirty window or lens',
    repair: 'lens cleaned',
    cost: '0',
    hours: '412.5',
  };
  return `${fields.map(({ name }) => name).join(',')}\n${fields.map(({ name }) => samples[name] ?? '').join(',')}\n`;
}
