import { keptEvidence } from '../../../../services/evidence/reckoned';
import { EvidenceRooms } from '../../../../ui/evidence/EvidenceRooms';
import { ReliabilityView } from '../../../../ui/evidence/ReliabilityView';
import { enter } from '../../../_server/shop';
import { AsOf } from '../AsOf';

export const metadata = { title: 'Reliability' };

export default async function ReliabilityPage() {
  const { shop } = await enter('see');
  const kept = keptEvidence(shop);
  return (
    <>
      <EvidenceRooms here="/evidence/reliability" />
      <AsOf shop={shop} madeAt={kept?.madeAt ?? null} />
      {kept && <ReliabilityView of={kept.reliability} diagnosis={kept.diagnosis} />}
    </>
  );
}
