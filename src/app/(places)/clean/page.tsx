import { redirect } from 'next/navigation';
import { betweenCutsOffers } from '../../../services/cleaning/offers';
import { BetweenCuts } from '../../../ui/cleaning/BetweenCuts';
import { drawerHeads } from '../../../services/cleaning/bench';
import { DrawerHeads } from '../../../ui/cleaning/DrawerHeads';
import { workFinder } from '../../../services/cleaning/work';
import { dueLoads } from '../../../services/cleaning/due-loads';
import { isTakenUp, pickable } from '../../../services/cleaning/pick';
import { quickTasks } from '../../../services/cleaning/quick-care';
import { tasksOfWhole } from '../../../services/cleaning/sheets';
import { shelf } from '../../../services/inventory/inventory';
import classes from '../../../ui/cleaning/Clean.module.css';
import { PickTasks } from '../../../ui/cleaning/PickTasks';
import { QuickCare } from '../../../ui/cleaning/QuickCare';
import { NoMachines } from '../../../ui/shared/frame/NoMachines';
import { StateMark } from '../../../ui/shared/marks/StateMark';
import { backWords } from '../../../ui/shared/marks/when';
import { theBoard } from '../../_server/board';
import { enter } from '../../_server/shop';
import * as actions from '../../actions/cleaning';

export const metadata = { title: 'Clean' };

interface CleanPageProps {
  searchParams: Promise<{ machine?: string; pick?: string }>;
}

export default async function CleanPage({ searchParams }: CleanPageProps) {
  const { shop } = await enter('clean');
  const now = shop.now();
  const { machine: id, pick } = await searchParams;
  const { machines, sheets, holds } = theBoard();
  const machine = machines.find((candidate) => candidate.id === id);
  if (!machine) {
    if (machines.length === 0) {
      return (
        <>
          <h1>Clean</h1>
          <NoMachines>What is due on a machine is picked and laid out here.</NoMachines>
        </>
      );
    }
    const loads = dueLoads(shop, machines);
    const held = new Set(holds.map(({ machineId }) => machineId));
    return (
      <>
        <h1>Clean</h1>
        <p className="quiet">
          Which machine? Or{' '}
          <a className="line" href="/clean/campaign">
            several together
          </a>
          , one soaking while you work on another.
        </p>
        <div className={classes.machines}>
          {machines.map((one) => {
            const sheet = sheets.find(({ row }) => row.machineId === one.id);
            const due = loads.get(one.id)!;
            return (
              <a
                key={one.id}
                className={classes.machine}
                href={sheet ? `/clean/${sheet.row.id}` : `/clean?machine=${one.id}`}
              >
                <b>{one.nickname}</b>
                <StateMark state={held.has(one.id) ? 'hold' : one.state} />
                <span className="quiet">
                  {sheet
                    ? 'being cleaned: resume'
                    : due.due === 0
                      ? 'nothing due'
                      : `${due.due} due${due.takes ? `: ${backWords(due.takes, now, shop.zone)}` : ''}`}
                </span>
              </a>
            );
          })}
        </div>
        <DrawerHeads heads={drawerHeads(shop)} />
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
  const tasks = pickable(machine, items, workFinder(shop));
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
        subject={{ machineId: machine.id }}
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
            : tasks.filter(isTakenUp).map(({ stationId, task }) => `${stationId}.${task}`)
        }
        shelf={items.flatMap(({ has, ...item }) => (has === null ? [] : [{ ...item, has }]))}
        start={actions.startSheetAction}
        minutesOf={actions.sheetMinutesAction}
        now={now}
        zone={shop.zone}
      />
      <p className="quiet">
        There was a fire?{' '}
        <a className="line" href={`/machines/${machine.id}/after-fire`}>
          Look it over part by part
        </a>{' '}
        before anything is wiped.
      </p>
      <BetweenCuts
        machineId={machine.id}
        offers={betweenCutsOffers(shop, machine)}
        start={actions.startSheetAction}
      />
    </>
  );
}
