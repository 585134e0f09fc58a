import Link from 'next/link';
import { notFound } from 'next/navigation';
import { findFamily } from '../../../../catalogue/catalogue';
import { cautions, deference } from '../../../../catalogue/cautions';
import { findMachine } from '../../../../services/machine-view';
import { readSheet, sheetStations } from '../../../../services/sheets';
import { SheetForm, type SheetLine } from '../../../../ui/clean/SheetForm';
import { ago } from '../../../../ui/marks/when';
import { stationMethods } from '../../../../services/methods';
import { sheetClock, type SheetPlace } from '../../../../services/run-sheet';
import { Clock } from '../../../../ui/clean/Clock';
import { openings } from '../../../../catalogue/openings';
import { taskReader } from '../../../../services/plans';
import { enter } from '../../../_server/shop';
import * as actions from '../../../actions/cleaning';

export const metadata = { title: 'Clean-down' };

const cautionText = new Map(cautions.map(({ id, text }) => [id, text]));

export default async function SheetPage({ params }: { params: Promise<{ sheet: string }> }) {
  const { shop } = await enter();
  const sheet = readSheet(shop, (await params).sheet);
  if (!sheet) notFound();
  const machine = findMachine(shop, sheet.row.machineId)!;
  const family = findFamily(machine.family)!;
  if (sheet.row.closedAt !== null) {
    return (
      <>
        <h1>This clean-down is closed</h1>
        <p>
          {machine.nickname}, {ago(sheet.row.closedAt, shop.now(), shop.zone)}. What was done stands
          on{' '}
          <Link className="line" href={`/machines/${machine.id}`}>
            its page
          </Link>{' '}
          and in the{' '}
          <Link className="line" href={`/record?machine=${machine.id}`}>
            record
          </Link>
          .
        </p>
      </>
    );
  }
  const stations = sheetStations(shop, sheet);
  const findTask = taskReader(shop);
  const places = sheet.tasks.flatMap((row): SheetPlace[] => {
    const station = stations.get(row.stationId);
    const task = station && findTask(station, row.task);
    return task ? [{ key: `${row.stationId}.${row.task}`, stationKind: station.kind, task }] : [];
  });
  const clock = sheetClock(places);
  const turn = (key: string) => clock.hands.findIndex((step) => step.key === key);
  const names = Object.fromEntries([
    ...openings.map(({ id, name }) => [`open:${id}`, name]),
    ...places.map(({ key }) => [key, stations.get(key.split('.')[0]!)!.name]),
  ]) as Record<string, string>;
  const lines = sheet.tasks
    .flatMap((row): SheetLine[] => {
      const station = stations.get(row.stationId);
      const task = station && findTask(station, row.task);
      if (!station || !task) return [];
      return [
        {
          stationId: row.stationId,
          task: row.task,
          station: station.name,
          name: task.name.toLowerCase(),
          note: task.note,
          tools: task.tools,
          cautions: task.cautions
            .filter((id) => id !== 'isolate')
            .map((id) => cautionText.get(id) ?? id),
          methods: stationMethods(shop, row.stationId, task.group),
          lookOnly: task.lookOnly,
          plannedMinutes: task.minutes.active + task.minutes.finishing,
          marks: {
            finding: row.finding,
            result: row.result,
            method: row.method,
            minutes: row.minutes,
            note: row.note,
          },
        },
      ];
    })
    .sort((a, b) => turn(`${a.stationId}.${a.task}`) - turn(`${b.stationId}.${b.task}`));
  return (
    <>
      <h1>Clean {machine.nickname}</h1>
      <p className="quiet">
        Started by {sheet.row.startedBy} {ago(sheet.row.startedAt, shop.now(), shop.zone)}. Every
        mark is kept at once: leave and come back as you like. Operators see: hold, being cleaned.
      </p>
      <SheetForm
        sheetId={sheet.row.id}
        machine={machine.nickname}
        machineId={machine.id}
        isolated={sheet.row.isolatedAt !== null}
        isolationMinutes={family.isolationMinutes}
        isolationSteps={[
          'Switched off, and its plug pulled',
          'Key out, in my pocket',
          'Exhaust unplugged too',
          'Tagged: nobody else will start it',
          ...family.cautions
            .filter((id) => id !== 'open-beam')
            .map((id) => `Understood: ${cautionText.get(id) ?? id}`),
        ]}
        lines={lines}
        actions={{
          isolate: actions.markIsolatedAction,
          mark: actions.markTaskAction,
          signOff: actions.signOffAction,
          abandon: actions.abandonAction,
        }}
      >
        <Clock
          clock={clock}
          names={names}
          fresh={sheet.tasks.every(({ result }) => result === null)}
        />
      </SheetForm>
      <p className="quiet">{deference}</p>
    </>
  );
}
