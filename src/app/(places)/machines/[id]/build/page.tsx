import { kept, ofNow } from '../../../../../services/kept';
import { notFound } from 'next/navigation';
import { findFamily } from '../../../../../catalogue/catalogue';
import { buildView } from '../../../../../services/machines/build-view';
import { findMachine } from '../../../../../services/machines/machine-view';
import { Apart } from '../../../../../ui/machines/Apart';
import { BuildForm } from '../../../../../ui/machines/BuildForm';
import { GreaseMap } from '../../../../../ui/machines/GreaseMap';
import { OrderRules } from '../../../../../ui/machines/OrderRules';
import { Rooms } from '../../../../../ui/machines/Rooms';
import classes from '../../../../../ui/machines/Build.module.css';
import { Below } from '../../../../../ui/shared/first-picture';
import { enter } from '../../../../_server/shop';
import * as actions from '../../../../actions/machines';

export const metadata = { title: 'Build' };

export default async function BuildPage({ params }: { params: Promise<{ id: string }> }) {
  const { shop } = await enter('set up');
  const { id } = await params;
  const machine = findMachine(shop, id);
  if (!machine || machine.retiredAt !== null) notFound();
  const view = kept(shop, `build ${id}`, ofNow, () => buildView(shop, machine));
  return (
    <>
      <h1>{machine.nickname}: build</h1>
      <Rooms machine={machine} here="/build" />
      <p className="quiet">
        {findFamily(machine.family)!.name}: how this one comes apart. Its sheets undo what is there,
        in this order, and put it back in the reverse of it.
      </p>
      {view.said.length > 0 && (
        <ul className={classes.said} role="alert">
          {view.said.map((words) => (
            <li key={words}>{words}</li>
          ))}
        </ul>
      )}
      <div className={classes.page}>
        <BuildForm
          machineId={id}
          features={view.features}
          head={view.head}
          choose={actions.chooseVariantAction}
        />
        <div className={classes.side}>
          <Apart openings={view.openings} />
        </div>
      </div>
      <Below>
        <GreaseMap rows={view.grease} now={shop.now()} zone={shop.zone} />
        <OrderRules
          machineId={id}
          rules={view.order}
          wait={view.connectorWait}
          now={shop.now()}
          zone={shop.zone}
          turn={actions.turnOrderRuleAction}
          setWait={actions.setConnectorWaitAction}
        />
      </Below>
    </>
  );
}
