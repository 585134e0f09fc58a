import { machineNames } from '../../../../services/machines/machine-view';
import { listCopies } from '../../../../services/safekeeping/copies';
import { copyAge } from '../../../../services/safekeeping/nightly';
import { outgoing } from '../../../../services/safekeeping/outgoing';
import { copyRules } from '../../../../services/safekeeping/rules';
import { Archive } from '../../../../ui/setup/Archive';
import { CheckBook } from '../../../../ui/setup/CheckBook';
import { Copies } from '../../../../ui/setup/Copies';
import { CopyRulesForm } from '../../../../ui/setup/CopyRulesForm';
import { SetupRooms } from '../../../../ui/setup/SetupRooms';
import classes from '../../../../ui/setup/Setup.module.css';
import { enter } from '../../../_server/shop';
import * as actions from '../../../actions/safekeeping';

export const metadata = { title: 'Copies' };

export default async function CopiesPage() {
  const { shop } = await enter('set up');
  const rules = copyRules(shop);
  const work = { view: actions.viewSafekeepingAction, cancel: actions.cancelSafekeepingAction };
  const waiting = outgoing(shop.dataDir);
  return (
    <>
      <h1>Copies</h1>
      <SetupRooms here="/setup/copies" />
      <div className={classes.page}>
        <div className={classes.form}>
          <Copies
            copies={listCopies(rules.folder)}
            age={copyAge(shop)}
            rules={rules}
            now={shop.now()}
            zone={shop.zone}
            copyNow={actions.copyNowAction}
            test={actions.testCopyAction}
            work={work}
          />
          <CheckBook check={actions.checkBookAction} work={work} />
        </div>
        <div className={classes.form}>
          <CopyRulesForm rules={rules} keep={actions.changeCopyRulesAction} />
          <Archive
            machines={machineNames(shop, { retired: true })}
            waiting={waiting && { name: waiting.name, bytes: waiting.bytes }}
            pack={actions.packArchiveAction}
            work={work}
          />
        </div>
      </div>
    </>
  );
}
