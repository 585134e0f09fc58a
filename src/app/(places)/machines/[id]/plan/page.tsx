import { notFound } from 'next/navigation';
import { findMachine } from '../../../../../services/machines/machine-view';
import { carePlanFinder, carePlanHistory } from '../../../../../services/care/care-plans';
import { Rooms } from '../../../../../ui/machines/Rooms';
import { CopyCarePlan, OwnTask } from '../../../../../ui/care/CarePlanForms';
import { FitCalendar } from '../../../../../ui/care/FitCalendar';
import { littleUse } from '../../../../../services/care/little-use';
import { CarePlanLines } from '../../../../../ui/care/CarePlanLines';
import { CarePlanTasks } from '../../../../../ui/care/CarePlanTasks';
import { Schools } from '../../../../../ui/care/Schools';
import classes from '../../../../../ui/care/CarePlan.module.css';
import { Below } from '../../../../../ui/shared/first-picture';
import { packed } from '../../../../../ui/shared/packed';
import { theBoard } from '../../../../_server/board';
import { enter } from '../../../../_server/shop';
import * as actions from '../../../../actions/care';
import { keptOf, ofToday } from '../../../../../services/kept';
import { schoolTrials } from '../../../../../services/care/school-trials';

export const metadata = { title: 'Care plan' };

export default async function PlanPage({ params }: { params: Promise<{ id: string }> }) {
  const { shop } = await enter('set up');
  const { id } = await params;
  const row = findMachine(shop, id);
  const { machines, now } = theBoard();
  const machine = machines.find((one) => one.id === id);
  if (!row || !machine) notFound();
  const plan = carePlanFinder(shop, now, id)(id);
  const own = new Set(
    [...plan.own].flatMap(([station, tasks]) => tasks.map(({ key }) => `${station} ${key}`)),
  );
  const tasks = machine.stations.flatMap((station) =>
    station.tasks.map(({ task }) => ({
      stationId: station.id,
      station: station.name,
      task: task.key,
      name: task.name,
      limits: task.limits,
      basis: task.basis,
      own: own.has(`${station.id} ${task.key}`),
    })),
  );
  return (
    <>
      <h1>{machine.nickname}: care plan</h1>
      <Rooms machine={machine} here="/plan" />
      <div className={classes.stack}>
        <Schools
          machineId={id}
          inForce={plan.school}
          trials={keptOf(shop, `schools ${id}`, ofToday, () => ({
            value: schoolTrials(shop, id, now),
            of: [id],
          }))}
          change={actions.changeSchoolAction}
        />
        <FitCalendar machineId={id} little={littleUse(shop, id)} fit={actions.fitCalendarAction} />
        <CarePlanTasks
          tasks={packed(tasks)}
          zone={shop.zone}
          now={now}
          change={actions.changeLimitsAction}
          removeOwn={actions.removeOwnTaskAction}
        />
        <Below>
          <OwnTask
            stations={machine.stations.map(({ id: station, name }) => ({ id: station, name }))}
            add={actions.addOwnTaskAction}
          />
          <CopyCarePlan
            machineId={id}
            machines={machines
              .filter((one) => one.id !== id)
              .map(({ id: other, nickname }) => ({ id: other, nickname }))}
            copy={actions.copyCarePlanAction}
          />
          <CarePlanLines
            lines={carePlanHistory(shop, id)}
            stations={new Map(machine.stations.map((station) => [station.id, station.name]))}
            now={now}
            zone={shop.zone}
          />
        </Below>
      </div>
    </>
  );
}
