import { reportGrounds } from '../../../../services/faults/report';
import { NewFault } from '../../../../ui/faults/NewFault';
import { NoMachines } from '../../../../ui/shared/frame/NoMachines';
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
  const groundOf = reportGrounds(shop, board);
  const machines = board.machines.map(({ id, nickname }) => ({ id, nickname, ...groundOf(id) }));
  return (
    <>
      <h1>Report a fault</h1>
      {machines.length === 0 ? (
        <NoMachines>What is wrong with a machine is reported here, or at its label.</NoMachines>
      ) : (
        <>
          <p className="quiet">Say what is seen. The cause comes later.</p>
          <NewFault
            key={machine ?? 'any'}
            machines={machines}
            initial={machines.find(({ id }) => id === machine)?.id ?? null}
            stop={shop.stopInstruction}
            report={reportFaultAction}
            same={reportSameAction}
          />
        </>
      )}
    </>
  );
}
