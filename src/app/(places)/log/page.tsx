import { allWorks, logChoices } from '../../../services/usage/log-choices';
import { controllers } from '../../../services/usage/job-files';
import { LogForm } from '../../../ui/usage/LogForm';
import { WatchQuestions } from '../../../ui/usage/WatchQuestions';
import { NoMachines } from '../../../ui/shared/frame/NoMachines';
import { theBoard } from '../../_server/board';
import { enter } from '../../_server/shop';
import { answerWatchAction } from '../../actions/faults';
import * as actions from '../../actions/usage';

export const metadata = { title: 'Log hours' };

export default async function LogPage({
  searchParams,
}: {
  searchParams: Promise<{ machine?: string }>;
}) {
  const { shop } = await enter('log');
  const { machine } = await searchParams;
  const { machines, holds, watched } = theBoard();
  const known = machines.some(({ id }) => id === machine) ? machine! : null;
  if (machines.length === 0) {
    return (
      <>
        <h1>Log hours</h1>
        <NoMachines>What a machine ran is logged here.</NoMachines>
      </>
    );
  }
  return (
    <>
      <h1>Log hours</h1>
      <p className="quiet">
        By hand here, or{' '}
        <a className="line" href="/import">
          from a file
        </a>
        .
      </p>
      <WatchQuestions
        watched={watched}
        nicknames={Object.fromEntries(machines.map(({ id, nickname }) => [id, nickname]))}
        answer={answerWatchAction}
      />
      <LogForm
        key={known ?? 'any'}
        machines={machines.map(({ id, nickname }) => ({
          id,
          nickname,
          held: holds.some(({ machineId }) => machineId === id),
        }))}
        choices={machines.map(({ id }) => logChoices(shop, id))}
        works={allWorks(shop)}
        initial={known}
        zone={shop.zone}
        jobs={{ controllers: controllers(shop), keep: actions.keepJobAction }}
        actions={{
          log: actions.logSessionAction,
          undo: actions.undoLoggedAction,
          startTimer: actions.runTimerAction,
          dropTimer: actions.dropTimerAction,
          logTimer: actions.logTimerAction,
        }}
      />
    </>
  );
}
