import { kept, ofNow } from '../../../../services/kept';
import { reportGrounds } from '../../../../services/faults/report';
import { NewFault } from '../../../../ui/faults/NewFault';
import { NoMachines } from '../../../../ui/shared/frame/NoMachines';
import { packed } from '../../../../ui/shared/packed';
import { theBoard } from '../../../_server/board';
import { enter } from '../../../_server/shop';
import { reportFaultAction, reportSameAction } from '../../../actions/faults';

export const metadata = { title: 'Report fault' };

export default async function NewFaultPage({
  searchParams,
}: {
  searchParams: Promise<{ machine?: string }>;
}) {
  const { shop } = await enter('report');
  const { machine } = await searchParams;
  const board = theBoard();
  const machines = kept(shop, 'report machines', ofNow, () => {
    const groundOf = reportGrounds(shop, board);
    return packed(board.machines.map(({ id, nickname }) => ({ id, nickname, ...groundOf(id) })));
  });
  return (
    <>
      <h1>Report a fault</h1>
      {board.machines.length === 0 ? (
        <NoMachines>What is wrong with a machine is reported here, or at its label.</NoMachines>
      ) : (
        <>
          <p className="quiet">Say what is seen. The cause comes later.</p>
          <NewFault
            key={machine ?? 'any'}
            machines={machines}
            initial={board.machines.find(({ id }) => id === machine)?.id ?? null}
            stop={shop.stopInstruction}
            report={reportFaultAction}
            same={reportSameAction}
          />
        </>
      )}
    </>
  );
}
