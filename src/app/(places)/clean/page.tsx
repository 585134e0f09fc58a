import Link from 'next/link';
import { redirect } from 'next/navigation';
import type { MachineDue } from '../../../services/care/due';
import { minutesFinder, timedTask } from '../../../services/cleaning/minutes';
import { quickTasks } from '../../../services/cleaning/quick-care';
import { tasksOfWhole } from '../../../services/cleaning/sheets';
import { shelf, usedBy, type ShelfItem } from '../../../services/inventory/inventory';
import classes from '../../../ui/cleaning/Clean.module.css';
import { PickTasks, type Pickable } from '../../../ui/cleaning/PickTasks';
import { QuickCare } from '../../../ui/cleaning/QuickCare';
import { StateMark } from '../../../ui/shared/marks/StateMark';
import { leftWords, percent } from '../../../ui/shared/ribbon/columns';
import { theBoard } from '../../_server/board';
import { enter } from '../../_server/shop';
import * as actions from '../../actions/cleaning';

export const metadata = { title: 'Clean' };

interface CleanPageProps {
  searchParams: Promise<{ machine?: string; pick?: string }>;
}

export default async function CleanPage({ searchParams }: CleanPageProps) {
  const { shop } = await enter('clean');
  const { machine: id, pick } = await searchParams;
  const { machines, sheets, holds } = theBoard();
  const machine = machines.find((candidate) => candidate.id === id);
  if (!machine) {
    return (
      <>
        <h1>Clean</h1>
        <p className="quiet">
          Which machine? Or{' '}
          <Link className="line" href="/clean/campaign">
            several together
          </Link>
          , one soaking while you work on another.
        </p>
        <div className={classes.machines}>
          {machines.map((one) => {
            const sheet = sheets.find(({ row }) => row.machineId === one.id);
            const due = one.stations
              .flatMap(({ tasks }) => tasks)
              .filter(({ standing: { state } }) => state === 'due' || state === 'past due')
              .map(({ task: { minutes } }) => minutes.active + minutes.finishing);
            return (
              <Link
                key={one.id}
                className={classes.machine}
                href={sheet ? `/clean/${sheet.row.id}` : `/clean?machine=${one.id}`}
              >
                <b>{one.nickname}</b>
                <StateMark state={sheet ? 'hold' : one.state} />
                <span className="quiet">
                  {sheet
                    ? 'being cleaned: resume'
                    : due.length === 0
                      ? 'nothing due'
                      : `${due.length} due, about ${due.reduce((sum, minutes) => sum + minutes, 0)} min`}
                </span>
              </Link>
            );
          })}
        </div>
        <section aria-labelledby="quick">
          <h2 id="quick">At the end of the day</h2>
          {machines
            .filter((one) => !sheets.some(({ row }) => row.machineId === one.id))
            .map((one) => (
              <QuickCare
                key={one.id}
                machineId={one.id}
                nickname={one.nickname}
                tasks={quickTasks(one)}
                record={actions.quickCareAction}
                undo={actions.undoQuickCareAction}
              />
            ))}
        </section>
      </>
    );
  }
  const sheet = sheets.find(({ row }) => row.machineId === machine.id);
  if (sheet) redirect(`/clean/${sheet.row.id}`);
  const items = shelf(shop);
  const learnedOf = minutesFinder(shop);
  const tasks = pickable(machine, items, learnedOf);
  const hold = holds.find(({ machineId }) => machineId === machine.id);
  return (
    <>
      <h1>Clean {machine.nickname}</h1>
      <p className="quiet">
        What is due stands first.{' '}
        {hold && `It is on hold (${hold.words}); cleaning does not release that.`}
      </p>
      <PickTasks
        key={machine.id}
        machineId={machine.id}
        tasks={tasks}
        whole={machine.stations.flatMap((station) =>
          tasksOfWhole(
            station,
            station.tasks.map(({ task }) => task),
          ).map(({ stationId, task }) => `${stationId}.${task}`),
        )}
        picked={
          pick
            ? pick.split(',')
            : tasks
                .filter(({ state, whole }) => !whole && (state === 'due' || state === 'past due'))
                .map(({ key }) => key)
        }
        shelf={items.flatMap(({ has, ...item }) => (has === null ? [] : [{ ...item, has }]))}
        start={actions.startSheetAction}
      />
    </>
  );
}

const order = ['past due', 'due', 'soon', 'clear'];

function pickable(
  machine: MachineDue,
  items: readonly ShelfItem[],
  learnedOf: ReturnType<typeof minutesFinder>,
): Pickable[] {
  return machine.stations
    .flatMap((station) =>
      station.tasks.map((task): Pickable => ({
        key: `${station.id}.${task.task.key}`,
        station: station.name,
        name: task.task.name.toLowerCase(),
        minutes: handsOn(
          timedTask(
            task.task,
            learnedOf({
              stationId: station.id,
              stationKind: station.kind,
              family: machine.family,
              task: task.task.key,
            }),
          ),
        ),
        uses: Object.fromEntries(
          usedBy(items, [{ stationKind: station.kind, task: task.task, replaced: false }]),
        ),
        used: percent(task.standing.used),
        left: leftWords(task.standing.first),
        state: task.standing.state,
        criticality: task.task.criticality,
        whole: station.kind === 'whole',
      })),
    )
    .sort((a, b) => order.indexOf(a.state) - order.indexOf(b.state));
}

const handsOn = ({ minutes }: { minutes: { active: number; finishing: number } }) =>
  minutes.active + minutes.finishing;
