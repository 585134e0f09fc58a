import type { ReactNode } from 'react';
import { Foot } from '../../ui/shared/frame/Foot';
import { Frame } from '../../ui/shared/frame/Frame';
import { Search } from '../../ui/search/Search';
import { ribbonColumns } from '../../ui/shared/ribbon/columns';
import { tinyShape } from '../../ui/shared/ribbon/TinyRibbon';
import { theBoard } from '../_server/board';
import { enter } from '../_server/shop';
import { strikeAction } from '../actions/audit-log';
import { searchAction } from '../actions/search';
import { signOutAction } from '../actions/sign-in';

export default async function PlacesLayout({ children }: { children: ReactNode }) {
  const { shop, actor, role } = await enter('see');
  const { machines, holds, faults, sheets } = theBoard();
  const held = new Set(holds.map(({ machineId }) => machineId));
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
      rack={machines.map((machine) => ({
        id: machine.id,
        nickname: machine.nickname,
        state: held.has(machine.id) ? 'hold' : machine.state,
        openFaults: faults.filter(({ machineId }) => machineId === machine.id).length,
        ribbon: tinyShape(ribbonColumns(machine.stations)),
      }))}
    >
      {children}
    </Frame>
  );
}
