import { lettersStuck, readPost } from '../../../../services/mail/letters';
import { PostForm } from '../../../../ui/mail/PostForm';
import { StuckLetters } from '../../../../ui/mail/StuckLetters';
import { SetupRooms } from '../../../../ui/setup/SetupRooms';
import { enter } from '../../../_server/shop';
import { changePostAction, tryPostAction } from '../../../actions/mail';

export const metadata = { title: 'Mail' };

export default async function MailPage() {
  const { shop } = await enter('set up');
  const { post, trouble } = readPost(shop);
  return (
    <>
      <h1>Mail</h1>
      <SetupRooms here="/setup/mail" />
      <PostForm
        post={post && { ...post, password: '' }}
        trouble={trouble}
        change={changePostAction}
        attempt={tryPostAction}
      />
      <StuckLetters letters={lettersStuck(shop)} now={shop.now()} zone={shop.zone} />
    </>
  );
}
