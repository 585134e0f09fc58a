import { notFound } from 'next/navigation';
import { readCampaign } from '../../../../../services/cleaning/campaigns';
import { CampaignClock } from '../../../../../ui/cleaning/CampaignClock';
import { Refresh } from '../../../../../ui/shared/frame/Refresh';
import { ago } from '../../../../../ui/shared/marks/when';
import { enter } from '../../../../_server/shop';

export const metadata = { title: 'Several machines' };

export default async function OneCampaignPage({ params }: { params: Promise<{ id: string }> }) {
  const { shop } = await enter('clean');
  const campaign = readCampaign(shop, (await params).id);
  if (!campaign) notFound();
  const { row, sheets } = campaign;
  return (
    <>
      <Refresh />
      <h1>{sheets.map(({ nickname }) => nickname).join(' and ')} together</h1>
      <p className="quiet">
        Started by {row.startedBy} {ago(row.startedAt, shop.now(), shop.zone)}.
      </p>
      <CampaignClock campaign={campaign} zone={shop.zone} />
    </>
  );
}
