import { notFound, redirect } from 'next/navigation';
import { benchTasks } from '../../../../../services/cleaning/bench';
import { isTakenUp } from '../../../../../services/cleaning/pick';
import { shelf } from '../../../../../services/inventory/inventory';
import { PickTasks } from '../../../../../ui/cleaning/PickTasks';
import { enter } from '../../../../_server/shop';
import * as actions from '../../../../actions/cleaning';

export const metadata = { title: 'Clean a head at the bench' };

export default async function BenchPage({ params }: { params: Promise<{ module: string }> }) {
  const { shop } = await enter('clean');
  const { module: moduleId } = await params;
  const items = shelf(shop);
  const found = benchTasks(shop, moduleId, items);
  if (!found.ok) notFound();
  const { part, tasks, sheetId } = found.value;
  if (sheetId) redirect(`/clean/${sheetId}`);
  return (
    <>
      <h1>Clean head {part.serial} at the bench</h1>
      <p className="quiet">
        No machine is stopped. What is recorded goes with this head; it is proved when it is fitted.
      </p>
      <PickTasks
        key={part.id}
        subject={{ moduleId: part.id }}
        tasks={tasks}
        whole={[]}
        picked={tasks.filter(isTakenUp).map(({ stationId, task }) => `${stationId}.${task}`)}
        shelf={items.flatMap(({ has, ...item }) => (has === null ? [] : [{ ...item, has }]))}
        start={actions.startBenchSheetAction}
        minutesOf={actions.sheetMinutesAction}
        now={shop.now()}
        zone={shop.zone}
      />
    </>
  );
}
