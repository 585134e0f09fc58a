import { connection } from 'next/server';
import { roleWords } from '../../../core/people/roles';
import { readInvitation } from '../../../services/people/people';
import { EntryPage } from '../../../ui/people/EntryPage';
import { JoinForm } from '../../../ui/people/JoinForm';
import { theShop } from '../../_server/shop';
import { joinAction } from '../../actions/people';

export const metadata = { title: 'Invitation', robots: { index: false } };

export default async function JoinPage({ params }: { params: Promise<{ token: string }> }) {
  await connection();
  const { token } = await params;
  const shop = theShop();
  const invited = readInvitation(shop, token);
  if (!invited.ok) {
    return (
      <EntryPage title="This invitation does not work" lead={invited.error.message}>
        {null}
      </EntryPage>
    );
  }
  const { name, role } = invited.value;
  return (
    <EntryPage
      title={`${name}, welcome to ${shop.name}`}
      lead={`You come in as ${role}: ${roleWords[role]}. Choose a password; you sign in with your name.`}
    >
      <JoinForm name={name} join={joinAction.bind(null, token)} />
    </EntryPage>
  );
}
