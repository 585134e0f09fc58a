import type { ReactNode } from 'react';
import { Foot } from '../../ui/shared/frame/Foot';
import { Frame } from '../../ui/shared/frame/Frame';
import { Search } from '../../ui/search/Search';
import { theBoard } from '../_server/board';
import { theRack } from '../_server/rack';
import { enter } from '../_server/shop';
import { strikeAction } from '../actions/audit-log';
import { searchAction } from '../actions/search';
import { signOutAction } from '../actions/sign-in';

export default async function PlacesLayout({ children }: { children: ReactNode }) {
  const { shop, actor, role } = await enter('see');
  const { faults, sheets } = theBoard();
  return (
    <Frame
      shopName={shop.name}
      person={actor.name}
      role={role}
      unanswered={faults.filter(({ stage }) => stage === 'reported').length}
      strike={strikeAction}
      openSheets={new Map(sheets.map(({ row }) => [row.machineId, row.id]))}
      search={<Search search={searchAction} />}
      foot={<Foot signOut={signOutAction} />}
      rack={theRack()}
    >
      {children}
    </Frame>
  );
}
