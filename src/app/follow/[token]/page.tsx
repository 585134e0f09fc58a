import { connection } from 'next/server';
import { followed } from '../../../services/faults/follow';
import { EntryPage } from '../../../ui/people/EntryPage';
import { Refresh } from '../../../ui/shared/frame/Refresh';
import { Follow } from '../../../ui/faults/Follow';
import { theShop } from '../../_server/shop';
import { askForLetterAction, tellMoreAction } from '../../actions/label';

export const metadata = { title: 'What became of it', robots: { index: false } };

export default async function FollowPage({ params }: { params: Promise<{ token: string }> }) {
  await connection();
  const { token } = await params;
  const shop = theShop();
  const found = followed(shop, decodeURIComponent(token));
  if (!found) {
    return (
      <EntryPage
        title="This link is not valid"
        lead="Ask the technician, or scan the label on the machine."
      >
        {null}
      </EntryPage>
    );
  }
  return (
    <>
      <Refresh />
      <Follow
        followed={found}
        now={shop.now()}
        zone={shop.zone}
        ask={askForLetterAction.bind(null, token)}
        tellMore={tellMoreAction.bind(null, decodeURIComponent(token))}
        photo={`/api/follow/${token}/photos?id=`}
      />
    </>
  );
}
