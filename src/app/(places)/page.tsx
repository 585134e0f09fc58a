import { families } from '../../catalogue/families';
import { choosable } from '../../services/today/choice';
import { Refresh } from '../../ui/shared/frame/Refresh';
import { Today } from '../../ui/today/Today';
import { theBoard } from '../_server/board';
import { enter } from '../_server/shop';
import { putRightAction } from '../actions/cleaning';

export const metadata = { title: 'Today' };

const familyNames = Object.fromEntries(families.map(({ id, name }) => [id, name]));

export default async function TodayPage() {
  const { shop } = await enter('see');
  const board = theBoard();
  return (
    <>
      <Refresh />
      <Today
        board={board}
        zone={shop.zone}
        familyNames={familyNames}
        candidates={choosable(shop, board)}
        putRight={putRightAction}
      />
    </>
  );
}
