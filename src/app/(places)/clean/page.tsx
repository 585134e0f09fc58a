import Link from 'next/link';
import { redirect } from 'next/navigation';
import type { MachineDue } from '../../../services/due';
import classes from '../../../ui/clean/Clean.module.css';
import { PickTasks, type Pickable } from '../../../ui/clean/PickTasks';
import { StateMark } from '../../../ui/marks/StateMark';
import { leftWords, percent } from '../../../ui/ribbon/columns';
import { theBoard } from '../../_server/board';
import { enter } from '../../_server/shop';
import { startSheetAction } from '../../actions/cleaning';

export const metadata = { title: 'Clean' };

interface CleanPageProps {
  searchParams: Promise<{ machine?: string; pick?: string }>;
}

export default async function CleanPage({ searchParams }: CleanPageProps) {
  await enter();
  const { machine: id, pick } = await searchParams;
  const { machines, sheets, holds } = theBoard();
  const machine = machines.find((candidate) => candidate.id === id);
  if (!machine) {
    return (
      <>
        <h1>Clean</h1>
        <p className="quiet">Which machine?</p>
        <div className={classes.machines}>
          {machines.map((one) => {
            const sheet = sheets.find(({ row }) => row.machineId === one.id);
            const due = pickable(one).filter(
              ({ state }) => state === 'due' || state === 'past due',
            );
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
                      : `${due.length} due, about ${due.reduce((sum, task) => sum + task.minutes, 0)} min`}
                </span>
              </Link>
            );
          })}
        </div>
      </>
    );
  }
  const sheet = sheets.find(({ row }) => row.machineId === machine.id);
  if (sheet) redirect(`/clean/${sheet.row.id}`);
  const tasks = pickable(machine);
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
        picked={
          pick
            ? pick.split(',')
            : tasks
                .filter(({ state, whole }) => !whole && (state === 'due' || state === 'past due'))
                .map(({ key }) => key)
        }
        start={startSheetAction}
      />
    </>
  );
}

const order = ['past due', 'due', 'soon', 'clear'];

function pickable(machine: MachineDue): Pickable[] {
  return machine.stations
    .flatMap((station) =>
      station.tasks.map((task): Pickable => ({
        key: `${station.id}.${task.task.key}`,
        station: station.name,
        name: task.task.name.toLowerCase(),
        minutes: task.task.minutes.active + task.task.minutes.finishing,
        used: percent(task.standing.used),
        left: leftWords(task.standing.first),
        state: task.standing.state,
        criticality: task.task.criticality,
        whole: station.kind === 'whole',
      })),
    )
    .sort((a, b) => order.indexOf(a.state) - order.indexOf(b.state));
}
