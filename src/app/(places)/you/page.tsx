import { roleWords } from '../../../core/people/roles';
import { mailWishes } from '../../../services/mail/letters';
import { person } from '../../../services/people/people';
import { Wishes } from '../../../ui/mail/Wishes';
import { You } from '../../../ui/people/You';
import { enter } from '../../_server/shop';
import { changeMailWishesAction } from '../../actions/mail';
import * as actions from '../../actions/people';

export const metadata = { title: 'You' };

export default async function YouPage() {
  const { shop, actor, role } = await enter('see');
  const self = person(shop, actor.id!)!;
  return (
    <>
      <h1>{actor.name}</h1>
      <p className="quiet">
        {role}: {roleWords[role]}.{' '}
        <a className="line" href="/trainer">
          Practise without a machine
        </a>
      </p>
      <You
        self={self}
        now={shop.now()}
        zone={shop.zone}
        actions={{
          password: actions.changePasswordAction,
          giveCode: actions.giveOwnCodeAction,
          dropCode: actions.dropOwnCodeAction,
          signOut: actions.signOutPlaceAction,
        }}
      >
        <Wishes wishes={mailWishes(shop, actor.id!)} change={changeMailWishesAction} />
      </You>
    </>
  );
}
