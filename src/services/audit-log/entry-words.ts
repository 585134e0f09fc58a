import { inPercent } from '../../core/units/percent';
import { findFeature } from '../../catalogue/builds/build';
import { fireParts } from '../../catalogue/after-fire';
import { causeWords } from '../../catalogue/causes';
import { findCheck } from '../../catalogue/checks';
import { answerWords } from '../../core/faults/diagnosis/outcomes';
import { methodQuestions } from '../../catalogue/methods';
import { dangerWords, faultTitle } from '../../catalogue/signs';
import { limitsWords } from '../../core/care/limit-words';
import { pastWords } from '../../core/care/past-words';
import { readOut } from '../../core/readings/read-out';
import { readingName } from '../../core/readings/reading';
import { exerciseWords } from '../../core/people/exercises';
import { ourWays } from '../../core/cleaning/sheet-rules';
import { formatDuration } from '../../core/units/duration';
import { formatLocal } from '../../core/units/instant';
import { clockOf, dateOf, weekdays } from '../../core/units/wall-clock';
import { soilGroups } from '../../core/usage/soil';
import { entryData, type EntryRow } from '../../records/audit-log';
import type { EntryData } from '../../records/audit-log-data';
import { stationById } from '../../records/machines';
import { readingById } from '../../records/usage/meters';
import { stockByEntry } from '../../records/inventory';
import { listModules } from '../parts/parts';
import type { Shop } from '../shop';
import { storeItem } from '../inventory/inventory';

const againWords = {
  met: 'Fault met again by somebody else',
  worse: 'Whoever reported the fault says that it got worse',
  'taken back': 'Whoever reported the fault takes it back',
};

/** What an entry of the book says, in one line. Sessions and care entries have words of their own. */
// eslint-disable-next-line max-lines-per-function -- one switch: what each kind of entry says
export function entryWords(shop: Shop, row: EntryRow): string {
  switch (row.kind) {
    case 'fault': {
      const { signs, danger, material } = entryData(row, 'fault');
      const words = faultTitle(signs, row.note);
      return `Fault reported (${dangerWords[danger]}): ${words}${material ? `, on ${material}` : ''}`;
    }
    case 'fault check': {
      const { check, answer } = entryData(row, 'fault check');
      const asked = findCheck(check);
      return `Checked: ${asked?.question ?? check} ${asked ? answerWords(asked.answers, answer) : answer}`;
    }
    case 'fault showing': {
      const { when, where } = entryData(row, 'fault showing');
      return `It shows: ${[when, where].filter(Boolean).join(', ') || 'not said'}`;
    }
    case 'fault cause':
      return `Cause thought of: ${entryData(row, 'fault cause').words}`;
    case 'diagnosis reset':
      return 'Diagnosis: confirmed cases no longer count';
    case 'fault diagnosis':
      return `Diagnosis: ${causeWords(entryData(row, 'fault diagnosis').cause)}`;
    case 'fault repair': {
      const { action, part, parts, minutes, cost } = entryData(row, 'fault repair');
      const fitted = parts.map(({ name, serial }) => [name, serial].filter(Boolean).join(' '));
      const paid = cost > 0 ? `cost ${(cost / 100).toFixed(2)}` : null;
      return `Repair: ${[action, part, ...fitted, `${minutes} min`, paid].filter(Boolean).join(', ')}`;
    }
    case 'fault proof': {
      const { tested, passed } = entryData(row, 'fault proof');
      return `Proof: ${tested}, ${passed ? 'passed' : 'failed'}`;
    }
    case 'fault again':
      return againWords[entryData(row, 'fault again').reporter ?? 'met'];
    case 'fault return': {
      const { restriction, strength } = entryData(row, 'fault return');
      return [
        `Returned to use ${restriction ? `with a restriction: ${restriction}` : 'without restriction'}`,
        ...(strength === null ? [] : [`strength ${inPercent(strength)}`]),
      ].join('; ');
    }
    case 'restriction lifted':
      return `Restriction lifted: ${entryData(row, 'restriction lifted').how}`;
    case 'watch answer':
      return `On watch: ${entryData(row, 'watch answer').seen ? 'seen again' : 'not seen'} in a session`;
    case 'accepted mark':
      return `Known and accepted: ${entryData(row, 'accepted mark').words}`;
    case 'accepted mark gone':
      return `No longer an accepted mark: ${entryData(row, 'accepted mark gone').how}`;
    case 'recipe': {
      const { material, thickness, power, speed, passes, gone } = entryData(row, 'recipe');
      return gone
        ? `Recipe dropped: ${material} ${thickness} mm`
        : `Recipe: ${material} ${thickness} mm, ${power} %, ${speed} mm/s, ${passes} ${passes === 1 ? 'pass' : 'passes'}`;
    }
    case 'test burn': {
      const { fastest, baseline, cuts } = entryData(row, 'test burn');
      const found = fastest === null ? 'not through at any speed' : `through at ${fastest} mm/s`;
      return `${baseline ? 'Baseline' : 'Test burn'}: ${found}, ${cuts.length} ${cuts.length === 1 ? 'cut' : 'cuts'}`;
    }
    case 'reading': {
      const { taken, baseline } = entryData(row, 'reading');
      return `${baseline ? 'Baseline' : 'Reading'}: ${readingName(taken)}, ${readOut(taken, null).words}`;
    }
    case 'training': {
      const { exercise, score, passed } = entryData(row, 'training');
      const { name, counts } = exerciseWords[exercise];
      return `Practised: ${name.toLowerCase()}, ${passed ? 'passed' : 'not passed'}, ${score} ${counts}`;
    }
    case 'person': {
      const { name, role, change } = entryData(row, 'person');
      return personWords(name, role, change);
    }
    case 'fault closed':
      return `Fault closed: ${entryData(row, 'fault closed').as}`;
    case 'hold':
      return `On hold: ${entryData(row, 'hold').words}`;
    case 'release':
      return `Released: ${entryData(row, 'release').words}`;
    case 'clean-down started': {
      const { tasks, module: part } = entryData(row, 'clean-down started');
      return `Clean-down ${part ? `of head ${part} at the bench ` : ''}started, ${tasks === 1 ? '1 task' : `${tasks} tasks`}`;
    }
    case 'clean-down signed off': {
      const { done, left, proofs } = entryData(row, 'clean-down signed off');
      const tested = proofs.map(({ name, passed }) => `${name} ${passed ? 'passed' : 'failed'}`);
      return [
        `Clean-down signed off, ${done} recorded`,
        ...(left.length ? [`still open: ${left.join(', ')}`] : []),
        ...(tested.length ? [tested.join(', ')] : []),
      ].join('; ');
    }
    case 'put back':
      return `To put right: ${entryData(row, 'put back').what}`;
    case 'put back done':
      return `Put right: ${entryData(row, 'put back done').how}`;
    case 'stock':
      return stockWords(shop, row.id);
    case 'store item': {
      const { name, gone, reorderAt, perTask, unit } = entryData(row, 'store item');
      return gone
        ? `Stores: ${name} taken off the list`
        : `Stores: ${name}, ${perTask} ${unit} a task, order at ${reorderAt}`;
    }
    case 'clean-down abandoned': {
      const { marks } = entryData(row, 'clean-down abandoned');
      return `Clean-down abandoned${marks.length ? `; had been marked: ${marks.join('; ')}` : ''}`;
    }
    case 'machine': {
      const { change, from, to } = entryData(row, 'machine');
      return `Machine ${change}${from && to ? `: ${from} to ${to}` : (to ?? from) ? `: ${to ?? from}` : ''}`;
    }
    case 'setting': {
      const { name, from, to } = entryData(row, 'setting');
      return `Setting ${name}: ${from ? `${from} to ` : ''}${to}`;
    }
    case 'strike':
      return `Struck through: a ${entryData(row, 'strike').of} entry`;
    case 'care plan':
      return planWords(shop, entryData(row, 'care plan'));
    case 'deferral': {
      const { stationId, task, until } = entryData(row, 'deferral');
      const words =
        until.kind === 'date'
          ? `until ${formatLocal(until.at, shop.zone).replace('T', ' ')}`
          : `for ${until.hours} run hours`;
      return `Put off ${words}: ${stationName(shop, stationId)}, ${task}`;
    }
    case 'call': {
      const { stationId, task, sign } = entryData(row, 'call');
      return `Called due: ${stationName(shop, stationId)}, ${task}, because ${sign}`;
    }
    case 'task past': {
      const { stationId, task, ...past } = entryData(row, 'task past');
      const date = (at: number) => formatLocal(at, shop.zone).slice(0, 10);
      const of = `${stationName(shop, stationId)}, ${task}`;
      return past.last.kind === 'look'
        ? `First look: ${of}, found ${past.last.finding}`
        : `Before this book: ${of}, ${pastWords(past, date)}`;
    }
    case 'machine past':
      return machinePastWords(shop, entryData(row, 'machine past'));
    case 'soil weights':
      return weightWords(shop, entryData(row, 'soil weights'));
    case 'method choice': {
      const { question, choice, stationId } = entryData(row, 'method choice');
      const asked = methodQuestions.find(({ id }) => id === question);
      const where = stationId
        ? ` at ${stationName(shop, stationId)}`
        : row.machineId
          ? ' on this machine'
          : '';
      return asked
        ? `Method${where}: ${asked.schools.find(({ id }) => id === choice)?.name ?? choice}`
        : `Disputed method settled: ${question.replace('disputed:', '').replaceAll('-', ' ')}`;
    }
    case 'machine build': {
      const { feature, variant, own, moduleId } = entryData(row, 'machine build');
      const known = findFeature(feature);
      const name = own?.name ?? known?.variants.find(({ id }) => id === variant)?.name ?? variant;
      return `Build${moduleId ? ' of its head' : ''}: ${known?.name ?? feature}: ${name}${own ? ' (in own words)' : ''}`;
    }
    case 'after fire': {
      const { burned, settings, depth, parts } = entryData(row, 'after fire');
      const named = (how: string) =>
        parts
          .filter(({ found }) => found === how)
          .map(({ part }) => fireParts.find(({ id }) => id === part)?.name.toLowerCase() ?? part);
      const found = ['damaged', 'sooty'].flatMap((how) =>
        named(how).length > 0 ? [`${how}: ${named(how).join(', ')}`] : [],
      );
      return [
        `Looked over after a fire of ${burned} (${settings})`,
        ...found,
        `${depth} clean`,
      ].join('; ');
    }
    case 'proposal declined': {
      const { stationId, task, proposed } = entryData(row, 'proposal declined');
      return `Limit left as it is: ${stationName(shop, stationId)}, ${task}, ${proposed} was proposed`;
    }
    case 'connector wait': {
      const { minutes, source } = entryData(row, 'connector wait');
      return `Wait before connectors: ${minutes} min (${source})`;
    }
    case 'order rule': {
      const { rule, turned, unconfirmed } = entryData(row, 'order rule');
      const doubt = unconfirmed ? `, to be confirmed: ${unconfirmed.otherBy} differs` : '';
      const way = ourWays.find(({ id }) => id === rule);
      return `Order of work: ${(turned ? way?.turned : way?.name) ?? rule}${doubt}`;
    }
    case 'step words': {
      const { instead, words } = entryData(row, 'step words');
      return words === null ? `Step as it was: ${instead}` : `Step in own words: ${words}`;
    }
    case 'meter reading': {
      const reading = readingById(shop.db, row.id);
      return `Meter read: ${((reading?.seconds ?? 0) / 3600).toFixed(1)} h`;
    }
    case 'meter explained': {
      const { how, atSeconds } = entryData(row, 'meter explained');
      return `Meter ${how}${atSeconds ? ` at ${(atSeconds / 3600).toFixed(1)} h` : ''}`;
    }
    case 'day without use':
      return 'Stood still that day';
    case 'module': {
      const { serial, name, hadSeconds } = entryData(row, 'module');
      return `Module added: ${name} ${serial}${hadSeconds > 0 ? `, ${(hadSeconds / 3600).toFixed(0)} h old` : ''}`;
    }
    case 'module moved': {
      const { moduleId } = entryData(row, 'module moved');
      return `${moduleName(shop, moduleId)} ${row.machineId ? 'fitted' : 'into the drawer'}`;
    }
    case 'module ended': {
      const { moduleId, why } = entryData(row, 'module ended');
      return `${moduleName(shop, moduleId)} ended: ${why}`;
    }
    case 'device': {
      const { name, change } = entryData(row, 'device');
      return `Device ${change}: ${name}`;
    }
    case 'technician week': {
      const { windows, closed } = entryData(row, 'technician week');
      return `Technician's week: ${windows.map(weekWindowWords).join(', ') || 'no windows'}${closed.length ? `; closed ${closed.map((day) => weekdays[day]).join(', ')}` : ''}`;
    }
    case 'technician days': {
      const { from, to, what, windows } = entryData(row, 'technician days');
      const when = from === to ? dateOf(from) : `${dateOf(from)} to ${dateOf(to)}`;
      const words = { away: 'Technician away', closed: 'Shop closed', windows: 'Technician there' };
      return `${words[what]} ${when}${windows.map(({ start, minutes }) => `, ${clockOf(start)} to ${clockOf(start + minutes)}`).join('')}`;
    }
    case 'booking': {
      const { end, weeks } = entryData(row, 'booking');
      const times = [row.at, end].map((at) => formatLocal(at, shop.zone).replace('T', ' '));
      return `Booked ${times.join(' to ')}${weeks > 1 ? `, ${weeks} weeks on end` : ''}`;
    }
    case 'calendar': {
      const { name, change, events } = entryData(row, 'calendar');
      return `Calendar ${name} ${change}${change === 'removed' ? '' : `, ${events} bookings`}`;
    }
    case 'job file': {
      const { name, runSeconds, beamSeconds } = entryData(row, 'job file');
      return `Job file ${name}: ${formatDuration(runSeconds)}, beam ${formatDuration(beamSeconds)}`;
    }
    default:
      return row.kind;
  }
}

function weekWindowWords(window: { weekday: number; start: number; minutes: number }): string {
  const { weekday, start, minutes } = window;
  return `${weekdays[weekday]} ${clockOf(start)} to ${clockOf(start + minutes)}`;
}

function personWords(name: string, role: string, change: EntryData<'person'>['change']): string {
  switch (change) {
    case 'added':
      return `${name} added as ${role}`;
    case 'invited':
      return `${name} was given a link to choose a password`;
    case 'joined':
      return `${name} chose a password and came in as ${role}`;
    case 'role':
      return `${name} is now ${role}`;
    case 'password':
      return `${name}: password changed`;
    case 'code':
      return `${name}: code for labels changed`;
    case 'signed out':
      return `${name} was signed out`;
    case 'ended':
      return `${name} has left`;
    case 'back':
      return `${name} is back as ${role}`;
  }
}

function stockWords(shop: Shop, entryId: string): string {
  const movement = stockByEntry(shop.db, entryId);
  if (!movement) return 'Stores';
  const item = storeItem(shop, movement.item);
  const amount = `${movement.quantity / 1000} ${item?.unit ?? ''}`.trim();
  const verb = { use: 'Used', receipt: 'Received', count: 'Counted' }[movement.kind];
  return `${verb}: ${item?.name ?? movement.item}, ${amount}`;
}

function stationName(shop: Shop, id: string): string {
  return stationById(shop.db, id)?.name ?? 'removed station';
}

function moduleName(shop: Shop, id: string): string {
  const found = listModules(shop).find((part) => part.id === id);
  return found ? `${found.name} ${found.serial}` : 'Module';
}

function planWords(shop: Shop, plan: EntryData<'care plan'>): string {
  switch (plan.change) {
    case 'school':
      return `Care plan: ${plan.school}`;
    case 'limits': {
      const words = plan.limits
        ? `${limitsWords(plan.limits)} (${plan.basis})`
        : 'back to the school';
      const doubt = plan.unconfirmed
        ? `, to be confirmed: ${plan.unconfirmed.otherBy} differs`
        : '';
      return `Limits of ${stationName(shop, plan.station)}, ${plan.task}: ${words}${doubt}`;
    }
    case 'own task':
      return `Own task at ${stationName(shop, plan.station)}: ${plan.task.name}`;
    case 'own task removed':
      return `Own task taken away at ${stationName(shop, plan.station)}: ${plan.task}`;
  }
}

function machinePastWords(
  shop: Shop,
  { isNew, inUseSince, hours, sure }: EntryData<'machine past'>,
): string {
  if (isNew) return 'Before this book: nothing, all of it is new';
  const words = [
    inUseSince !== null && `in use since ${formatLocal(inUseSince, shop.zone).slice(0, 10)}`,
    hours !== null && `about ${hours}${sure ? ` ± ${sure}` : ''} run hours`,
  ].filter(Boolean);
  return `Before this book: ${words.join(', ') || 'used, nothing more is known'}`;
}

function weightWords(shop: Shop, { from, what }: EntryData<'soil weights'>): string {
  const since =
    from === null ? 'for all of the past' : `from ${formatLocal(from, shop.zone).slice(0, 10)}`;
  const figures = (weight: Record<(typeof soilGroups)[number], number>) =>
    soilGroups.map((group) => `${group} ${weight[group]}`).join(', ');
  switch (what.change) {
    case 'material':
      return `Material added: ${what.name}, ${since}`;
    case 'work':
      return `Soil weight of ${what.process} ${what.name} ${since}: ${figures(what.weight)}`;
    case 'factor':
      return `Soil factor ${what.factor} ${since}: ${figures(what.weight)}`;
  }
}
