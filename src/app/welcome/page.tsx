import { connection } from 'next/server';
import { redirect } from 'next/navigation';
import { isNewShop } from '../../services/auth';
import { Door } from '../../ui/door/Door';
import { WelcomeForm } from '../../ui/door/WelcomeForm';
import { theShop } from '../_server/shop';
import { welcomeWord } from '../_server/welcome-word';
import { welcomeAction } from '../actions/door';

export const metadata = { title: 'Welcome' };

export default async function WelcomePage() {
  await connection();
  const shop = theShop();
  if (!isNewShop(shop)) redirect('/sign-in');
  return (
    <Door
      title="A new book"
      lead="Bitacora counts what your machines burn and knows what must be cleaned when. First, whose book is it?"
    >
      <WelcomeForm
        welcome={welcomeAction}
        asksWord={welcomeWord() !== null}
        zones={Intl.supportedValuesOf('timeZone')}
        shopName={shop.name}
        timezone={
          shop.zone === 'UTC' ? Intl.DateTimeFormat().resolvedOptions().timeZone : shop.zone
        }
      />
    </Door>
  );
}
