import { connection } from 'next/server';
import { readiness } from '../../../services/at-machine';
import { allWorks, logChoices } from '../../../services/choices';
import { machineOfLabel } from '../../../services/labels';
import { AtMachine } from '../../../ui/label/AtMachine';
import { Door } from '../../../ui/door/Door';
import { theShop } from '../../_server/shop';
import * as actions from '../../actions/label';

export const metadata = { title: 'At the machine', robots: { index: false } };

export default async function AtMachinePage({ params }: { params: Promise<{ token: string }> }) {
  await connection();
  const { token } = await params;
  const shop = theShop();
  const machine = machineOfLabel(shop, token);
  if (!machine) {
    return (
      <Door
        title="This label is no longer valid"
        lead="It was renewed, or the machine is retired. Tell the technician: a new label can be printed."
      >
        {null}
      </Door>
    );
  }
  // an operator sees the usual works of the machine, not who used it last
  const choices = { ...logChoices(shop, machine.id), operator: null };
  return (
    <AtMachine
      nickname={machine.nickname}
      machineId={machine.id}
      readiness={readiness(shop, machine.id)}
      choices={choices}
      works={allWorks(shop)}
      zone={shop.zone}
      stop={shop.stopInstruction}
      log={{
        log: actions.labelLogAction.bind(null, token),
        startTimer: actions.labelStartTimerAction.bind(null, token),
        dropTimer: actions.labelDropTimerAction.bind(null, token),
        logTimer: actions.labelLogTimerAction.bind(null, token),
      }}
      report={actions.labelReportAction.bind(null, token)}
    />
  );
}
