import { connection } from 'next/server';
import { readiness } from '../../../services/machines/readiness';
import { allWorks, logChoices } from '../../../services/usage/log-choices';
import { reportGround } from '../../../services/faults/report';
import { watched } from '../../../services/faults/watch';
import { machineOfLabel } from '../../../services/machines/labels';
import { namesAtLabel } from '../../../services/people/names';
import { AtMachine } from '../../../ui/machines/AtMachine';
import { EntryPage } from '../../../ui/people/EntryPage';
import { theShop } from '../../_server/shop';
import * as actions from '../../actions/label';

interface AtMachineProps {
  params: Promise<{ token: string }>;
}

export async function generateMetadata({ params }: AtMachineProps) {
  const { token } = await params;
  return {
    title: 'At the machine',
    robots: { index: false },
    manifest: `/at/${token}/manifest.webmanifest`,
  };
}

export default async function AtMachinePage({ params }: AtMachineProps) {
  await connection();
  const { token } = await params;
  const shop = theShop();
  const machine = machineOfLabel(shop, token);
  if (!machine) {
    return (
      <EntryPage
        title="This label is no longer valid"
        lead="It was renewed, or the machine is retired. Tell the technician: a new label can be printed."
      >
        {null}
      </EntryPage>
    );
  }
  const { id, nickname } = machine;
  return (
    <AtMachine
      machine={{ id, nickname, ...reportGround(shop, id) }}
      readiness={readiness(shop, id)}
      // an operator sees the usual works of the machine, not who used it last
      choices={{ ...logChoices(shop, id), operator: null }}
      works={allWorks(shop)}
      zone={shop.zone}
      stop={shop.stopInstruction}
      asks={shop.labelAsks}
      names={shop.labelAsks === 'name' ? namesAtLabel(shop) : []}
      watched={watched(shop, id)}
      token={token}
      actions={{
        log: actions.labelLogAction,
        logTimer: actions.labelLogTimerAction,
        undo: actions.labelUndoAction,
        report: actions.labelReportAction,
        same: actions.labelSameAction,
        startTimer: actions.labelStartTimerAction.bind(null, token),
        dropTimer: actions.labelDropTimerAction.bind(null, token),
        watch: actions.labelWatchAction.bind(null, token),
      }}
    />
  );
}
