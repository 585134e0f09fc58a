import { connection } from 'next/server';
import { redirect } from 'next/navigation';
import { isNewShop } from '../../services/people/auth';
import { EntryPage } from '../../ui/people/EntryPage';
import { SignInForm } from '../../ui/people/SignInForm';
import { currentInside, theShop } from '../_server/shop';
import { signInAction } from '../actions/sign-in';

export const metadata = { title: 'Sign in' };

export default async function SignInPage() {
  await connection();
  const shop = theShop();
  if (isNewShop(shop)) redirect('/welcome');
  if (await currentInside()) redirect('/');
  return (
    <EntryPage
      title={shop.name}
      lead="Sign in to open the book. Operators need no account: they scan the label on the machine."
    >
      <SignInForm signIn={signInAction} />
    </EntryPage>
  );
}
