import { methodQuestions } from '../catalogue/methods';
import { sheetText, writtenSheet } from '../core/cleaning/written-sheet';
import { dueMachines } from '../services/care/due';
import { draftRun } from '../services/cleaning/sheets';
import { requireMachine } from '../services/machines/machines';
import type { Shop } from '../services/shop';
import { done, out, required, Unusable } from './output';

interface Values {
  tasks?: string | undefined;
  method?: string[] | undefined;
  'between-cuts'?: boolean | undefined;
  json?: boolean | undefined;
}

/** Answers to questions of method, as QUESTION=CHOICE. */
function supposedMethods(given: readonly string[]): Record<string, string> {
  return Object.fromEntries(
    given.map((text) => {
      const [question = '', choice = ''] = text.split('=');
      const known = methodQuestions.find(({ id }) => id === question);
      if (!known) {
        const ids = methodQuestions.map(({ id }) => id).join(', ');
        throw new Unusable(`There is no question "${question}". Questions: ${ids}.`);
      }
      if (!known.schools.some(({ id }) => id === choice)) {
        const ids = known.schools.map(({ id }) => id).join(', ');
        throw new Unusable(`"${choice}" is no answer to ${question}. Answers: ${ids}.`);
      }
      return [question, choice];
    }),
  );
}

/** Prints a sheet as it would be made. */
export function sheetCommand(shop: Shop, [name]: string[], values: Values): number {
  const machine = requireMachine(shop, required(name, 'The machine'));
  if (!machine.ok) throw new Unusable(machine.error.message);
  const [due] = dueMachines(shop, shop.now(), machine.value.id);
  const tasks = required(values.tasks, '--tasks')
    .split(',')
    .map((text) => {
      const [slug = '', key = ''] = text.trim().split(':');
      const station = due!.stations.find((one) => one.slug === slug);
      if (!station) {
        const known = due!.stations.map((one) => one.slug).join(', ');
        throw new Unusable(`${machine.value.nickname} has no station "${slug}". It has: ${known}.`);
      }
      const task = station.tasks.find((one) => one.task.key === key);
      if (!task) {
        const known = station.tasks.map((one) => one.task.key).join(', ');
        throw new Unusable(`${station.name} has no task "${key}". It has: ${known || 'none'}.`);
      }
      return { stationId: station.id, task: key };
    });
  const run = draftRun(shop, machine.value.id, tasks, {
    supposed: supposedMethods(values.method ?? []),
    between: values['between-cuts'] ?? false,
  });
  if (!run.ok) throw new Unusable(run.error.message);
  const sheet = writtenSheet(run.value);
  out(values.json ? JSON.stringify(sheet, null, 1) : sheetText(sheet).join('\n'));
  return done;
}
