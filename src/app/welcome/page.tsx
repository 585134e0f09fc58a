import { connection } from 'next/server';
import { redirect } from 'next/navigation';
import { isNewShop } from '../../services/people/auth';
import { EntryPage } from '../../ui/people/EntryPage';
import { WelcomeForm } from '../../ui/people/WelcomeForm';
import { listCopies } from '../../services/safekeeping/copies';
import { usualFolder } from '../../services/safekeeping/rules';
import { WelcomeCopies } from '../../ui/people/WelcomeCopies';
import { restoreCopyAction } from '../actions/safekeeping';
import { theShop } from '../_server/shop';
import { welcomeWord } from '../_server/welcome-word';
import { welcomeAction } from '../actions/sign-in';

export const metadata = { title: 'Welcome' };

export default async function WelcomePage() {
  await connection();
  const shop = theShop();
  if (!isNewShop(shop)) redirect('/sign-in');
  return (
    <EntryPage
      title="A new book"
      lead="Bitacora counts what your machines burn and knows what must be cleaned when. First, whose book is it?"
    >
      <WelcomeForm
        welcome={welcomeAction}
        asksWord={welcomeWord() !== null}
        shopName={shop.name}
        timezone={
          shop.zone === 'UTC' ? Intl.DateTimeFormat().resolvedOptions().timeZone : shop.zone
        }
      />
      <WelcomeCopies
        copies={listCopies(usualFolder(shop.dataDir))}
        asksWord={welcomeWord() !== null}
        now={shop.now()}
        zone={shop.zone}
        restore={restoreCopyAction}
      />
    </EntryPage>
  );
}
