import { notFound } from 'next/navigation';
import { startOfLocalDay } from '../../../../../core/units/zone';
import { controllerOf } from '../../../../../services/usage/job-files';
import { findMachine } from '../../../../../services/machines/machine-view';
import { meterView, quietDays } from '../../../../../services/usage/meters';
import { Rooms } from '../../../../../ui/machines/Rooms';
import { Below } from '../../../../../ui/shared/first-picture';
import { ago, dayDate } from '../../../../../ui/shared/marks/when';
import { ControllerForm } from '../../../../../ui/usage/ControllerForm';
import { QuietDays } from '../../../../../ui/usage/QuietDays';
import { Readings } from '../../../../../ui/usage/MeterReadings';
import classes from '../../../../../ui/usage/Meter.module.css';
import { enter } from '../../../../_server/shop';
import * as actions from '../../../../actions/usage';

export const metadata = { title: 'Meter and files' };

export default async function MeterPage({ params }: { params: Promise<{ id: string }> }) {
  const { shop } = await enter('log');
  const { id } = await params;
  const machine = findMachine(shop, id);
  if (!machine || machine.retiredAt !== null) notFound();
  const now = shop.now();
  const view = meterView(shop, id);
  const days = quietDays(shop, id).map((day) => {
    const at = startOfLocalDay(day, shop.zone);
    return { day, name: dayDate(at, shop.zone, now) };
  });
  return (
    <>
      <h1>{machine.nickname}: meter and files</h1>
      <Rooms machine={machine} here="/meter" />
      <QuietDays
        machine={{ id, nickname: machine.nickname }}
        days={days}
        stoodStill={actions.noteQuietDayAction}
      />
      {view.last && <p className="quiet">Last read {ago(view.last.at, now, shop.zone)}.</p>}
      <div className={classes.stack}>
        <Readings
          machineId={id}
          view={view}
          now={now}
          zone={shop.zone}
          take={actions.takeReadingAction}
          explain={actions.explainReadingAction}
          accept={actions.acceptUnloggedAction}
        />
        <Below>
          <ControllerForm
            machineId={id}
            controller={controllerOf(machine)}
            own={machine.controller !== null}
            change={actions.changeControllerAction}
          />
        </Below>
      </div>
    </>
  );
}
