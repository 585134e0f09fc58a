import { keptEvidence } from '../../../../services/evidence/reckoned';
import { CostsView } from '../../../../ui/evidence/CostsView';
import { EvidenceRooms } from '../../../../ui/evidence/EvidenceRooms';
import { enter } from '../../../_server/shop';
import { AsOf } from '../AsOf';

export const metadata = { title: 'Costs and lives' };

export default async function CostsPage() {
  const { shop } = await enter('see');
  const kept = keptEvidence(shop);
  return (
    <>
      <EvidenceRooms here="/evidence/costs" />
      <AsOf shop={shop} madeAt={kept?.madeAt ?? null} />
      {kept && <CostsView costs={kept.costs} lives={kept.lives} />}
    </>
  );
}
