import { findings } from '../core/care/care';
import { recordCare } from '../services/care/care';
import { dueMachines } from '../services/care/due';
import { sayPast } from '../services/care/past';
import { requireMachine } from '../services/machines/machines';
import type { Actor, Shop } from '../services/shop';
import { done, out, required, Unusable } from './output';
import { instantOf, orderOf } from './values';

/** What the commands about care take. */
export interface CareValues {
  station?: string | undefined;
  task?: string | undefined;
  at?: string | undefined;
  finding?: string | undefined;
  note?: string | undefined;
  last?: string | undefined;
  hours?: string | undefined;
  sure?: string | undefined;
  dates?: string | undefined;
}

/** The machine, station and task that a command names: the task by its key, or by its depth. */
function namedTask(shop: Shop, name: string | undefined, values: CareValues) {
  const machine = requireMachine(shop, required(name, 'The machine'));
  if (!machine.ok) throw new Unusable(machine.error.message);
  const [due] = dueMachines(shop, shop.now(), machine.value.id);
  const wanted = required(values.station, '--station').toLowerCase();
  const stations = due!.stations;
  const station =
    stations.find(({ slug }) => slug === wanted) ??
    stations.find(({ name: stationName }) => stationName.toLowerCase() === wanted);
  if (!station) {
    const known = stations.map(({ slug }) => slug).join(', ');
    throw new Unusable(
      `${machine.value.nickname} has no station "${values.station}". It has: ${known}.`,
    );
  }
  const wantedTask = required(values.task, '--task').toLowerCase();
  const task =
    station.tasks.find(({ task: { key } }) => key === wantedTask) ??
    station.tasks.find(({ task: { depth } }) => depth === wantedTask);
  return { machine: machine.value, station, task, taskKey: task?.task.key ?? wantedTask };
}

/** Words of the command line as somebody would write them in the field of a task. */
const lastWords: Readonly<Record<string, string>> = { unknown: '?' };

/** `opening`: what is known of a task's time before the book. */
export function openingCommand(
  shop: Shop,
  actor: Actor,
  [name]: string[],
  values: CareValues,
): number {
  const { machine, station, task, taskKey } = namedTask(shop, name, values);
  const hours = values.hours && `${values.hours}${values.sure ? ` ± ${values.sure}` : ''} h`;
  const last = hours ? (values.last ?? '').trim() : required(values.last, '--last').trim();
  const said = sayPast(shop, actor, {
    machineId: machine.id,
    tasks: {
      [`${station.id} ${taskKey}`]: [lastWords[last.toLowerCase()] ?? last, hours]
        .filter(Boolean)
        .join(', '),
    },
    order: orderOf(values.dates) ?? 'iso',
  });
  if (!said.ok) throw new Unusable(said.error.message);
  out(
    `${machine.nickname}, ${station.name}: ${task!.task.name.toLowerCase()}, ${said.value.said > 0 ? 'taken down' : 'said before already'}.`,
  );
  return done;
}

/** `clean`: a task that was done. */
export function cleanCommand(
  shop: Shop,
  actor: Actor,
  [name]: string[],
  values: CareValues,
): number {
  const { machine, station, task, taskKey } = namedTask(shop, name, values);
  const finding = values.finding?.toLowerCase();
  if (finding && !findings.some((known) => known === finding)) {
    throw new Unusable(`"${values.finding}" is no finding. Findings: ${findings.join(', ')}.`);
  }
  const cared = recordCare(shop, actor, {
    stationId: station.id,
    task: taskKey,
    at: instantOf(required(values.at, '--at'), shop),
    result: 'done',
    finding: finding as (typeof findings)[number] | undefined,
    note: values.note,
  });
  if (!cared.ok) throw new Unusable(cared.error.message);
  out(`${machine.nickname}, ${station.name}: ${task!.task.name.toLowerCase()}, recorded.`);
  if (cared.value.faultId) out('Found damaged: a fault was opened.');
  return done;
}
