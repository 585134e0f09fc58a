import { listedIntervals } from '../../../services/evidence/proposals';
import { EvidenceRooms } from '../../../ui/evidence/EvidenceRooms';
import { IntervalList } from '../../../ui/evidence/IntervalList';
import { MaterialWeights } from '../../../ui/evidence/MaterialWeights';
import { enter } from '../../_server/shop';
import { AsOf } from './AsOf';

export const metadata = { title: 'Evidence' };

export default async function EvidencePage() {
  const { shop } = await enter('see');
  const listed = listedIntervals(shop);
  return (
    <>
      <EvidenceRooms here="/evidence" />
      <AsOf shop={shop} madeAt={listed?.madeAt ?? null} />
      {listed && <IntervalList intervals={listed.intervals} risk={listed.risk} />}
      {listed && <MaterialWeights weights={listed.weights} />}
    </>
  );
}
