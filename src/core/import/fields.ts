/** What can be taken in from a table. */
export const importKinds = ['sessions', 'care', 'faults', 'readings'] as const;
export type ImportKind = (typeof importKinds)[number];

/** Something that a column can hold. */
export interface Field {
  name: string;
  /** as a person reads it */
  label: string;
  /** without it no row can be taken */
  needed: boolean;
  /** holds a date, or a date and a time */
  dated?: true;
  /** headings by which it is often called, in small letters */
  aliases: readonly string[];
}

const field = (
  name: string,
  label: string,
  aliases: readonly string[],
  more: Partial<Pick<Field, 'needed' | 'dated'>> = {},
): Field => ({ name, label, needed: false, aliases: [name, ...aliases], ...more });

const machine = field(
  'machine',
  'Machine',
  ['laser', 'device', 'equipment', 'maschine', 'gerät', 'maskin'],
  {
    needed: true,
  },
);
const dateWords = ['day', 'when', 'datum', 'dato', 'fecha', 'date time', 'timestamp', 'start'];
const by = field('by', 'By whom', [
  'who',
  'person',
  'operator',
  'name',
  'wer',
  'hvem',
  'technician',
]);
const note = field('note', 'Note', [
  'notes',
  'comment',
  'comments',
  'remark',
  'bemerkung',
  'merknad',
]);

/** What each kind of table holds, the needed first. */
export const importFields: Readonly<Record<ImportKind, readonly Field[]>> = {
  sessions: [
    machine,
    field('start', 'Start: date, or date and time', ['date', ...dateWords, 'begin', 'from'], {
      needed: true,
      dated: true,
    }),
    field('time', 'Start: time of day, where it stands apart', [
      'start time',
      'clock',
      'uhrzeit',
      'klokke',
    ]),
    field('run', 'Run, minutes or h:mm', [
      'minutes',
      'min',
      'run min',
      'duration',
      'dauer',
      'minuten',
    ]),
    field('run_hours', 'Run, hours', [
      'hours',
      'h',
      'run hours',
      'std',
      'stunden',
      'timer',
      'horas',
    ]),
    field('beam', 'Beam, minutes or h:mm', ['beam min', 'laser on', 'beam time']),
    field('material', 'Material', ['stock', 'werkstoff', 'materiale']),
    field('process', 'Cut, engrave or mark', ['work', 'job', 'operation', 'kind']),
    field('air_assist', 'Air assist', ['air', 'air assist', 'luft']),
    field('draught', 'Draught', ['exhaust', 'extraction']),
    field('operator', 'Operator', ['by', 'who', 'person', 'name', 'member', 'user', 'wer', 'hvem']),
    note,
    field('key', 'Key of its own', ['id', 'number', 'nr']),
  ],
  care: [
    machine,
    field('date', 'Date', dateWords, { needed: true, dated: true }),
    field(
      'station',
      'Station, one or several',
      ['part', 'where', 'what', 'component', 'teil', 'del'],
      {
        needed: true,
      },
    ),
    field('task', 'Task', ['action', 'care', 'done', 'activity', 'aufgabe', 'oppgave']),
    field('finding', 'Found how', ['found', 'condition', 'state', 'zustand', 'tilstand']),
    field('minutes', 'Minutes', ['min', 'duration', 'took']),
    by,
    note,
  ],
  faults: [
    machine,
    field('date', 'Reported on', ['reported', ...dateWords], { needed: true, dated: true }),
    field(
      'what',
      'What was wrong',
      ['fault', 'problem', 'description', 'symptom', 'sign', 'fehler', 'feil'],
      {
        needed: true,
      },
    ),
    field('closed', 'Closed on', ['fixed', 'repaired', 'end', 'done', 'behoben', 'lukket'], {
      dated: true,
    }),
    field('cause', 'Cause', ['reason', 'root cause', 'ursache', 'årsak']),
    field('repair', 'Repair', ['action', 'remedy', 'solution', 'reparatur']),
    field('minutes', 'Minutes of work', ['min', 'duration', 'downtime']),
    field('cost', 'Cost', ['price', 'amount', 'kosten', 'pris']),
    by,
    note,
  ],
  readings: [
    machine,
    field('date', 'Date', dateWords, { needed: true, dated: true }),
    field('hours', 'Hours the counter shows', [
      'reading',
      'meter',
      'counter',
      'h',
      'std',
      'zähler',
      'zählerstand',
      'teller',
    ]),
    field('what', 'Of what else, such as a temperature', [
      'instrument',
      'quantity',
      'gauge',
      'measured',
      'messgröße',
      'måling',
    ]),
    field('figure', 'Its figure', ['value', 'wert', 'verdi', 'valor']),
    field('unit', 'Its unit', ['units', 'einheit', 'enhet']),
    field('low', 'Its lower limit', ['lower limit', 'minimum']),
    field('high', 'Its upper limit', ['upper limit', 'maximum']),
    note,
  ],
};
