import { notFound } from 'next/navigation';
import { keptCycles } from '../../../../../services/evidence/reckoned';
import { listedIntervals } from '../../../../../services/evidence/proposals';
import { EvidenceRooms } from '../../../../../ui/evidence/EvidenceRooms';
import { IntervalDetail } from '../../../../../ui/evidence/IntervalDetail';
import { enter } from '../../../../_server/shop';
import * as actions from '../../../../actions/evidence';

export const metadata = { title: 'An interval and its findings' };

export default async function IntervalPage({
  params,
}: {
  params: Promise<{ station: string; task: string }>;
}) {
  const { shop } = await enter('see');
  const { station, task } = await params;
  const key = decodeURIComponent(task);
  const listed = listedIntervals(shop);
  const interval = listed?.intervals.find((one) => one.stationId === station && one.task === key);
  if (!listed || !interval) notFound();
  return (
    <>
      <EvidenceRooms here="/evidence" />
      <IntervalDetail
        interval={interval}
        risk={listed.risk}
        cycles={keptCycles(shop, interval)}
        now={shop.now()}
        zone={shop.zone}
        take={actions.takeProposalAction}
        decline={actions.declineProposalAction}
      />
    </>
  );
}
