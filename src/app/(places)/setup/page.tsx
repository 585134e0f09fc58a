import { deference } from '../../../catalogue/cautions';
import { families } from '../../../catalogue/families';
import { moduleKinds } from '../../../catalogue/modules';
import { moduleViews } from '../../../services/parts/module-views';
import { allMachines } from '../../../services/machines/machine-view';
import { AllModules } from '../../../ui/parts/AllModules';
import { Below } from '../../../ui/shared/first-picture';
import { SetupRooms } from '../../../ui/setup/SetupRooms';
import { ShopForm } from '../../../ui/setup/ShopForm';
import classes from '../../../ui/setup/Setup.module.css';
import { networkAddresses } from '../../../services/setup/address';
import { askedHost } from '../../_server/address';
import { enter } from '../../_server/shop';
import { Confirm } from '../../../ui/shared/forms/Confirm';
import { bringBackMachineAction } from '../../actions/machines';
import { changeSettingAction } from '../../actions/shop';

export const metadata = { title: 'Set-up' };

export default async function SetupPage() {
  const { shop } = await enter('set up');
  const machines = allMachines(shop);
  return (
    <>
      <h1>Set-up</h1>
      <SetupRooms here="/setup" />
      <div className={classes.page}>
        <section className="panel" aria-labelledby="shop">
          <h2 id="shop">The shop</h2>
          <ShopForm
            name={shop.name}
            timezone={shop.zone}
            stop={shop.stopInstruction}
            figures={{
              'strength-floor': Math.round(shop.strengthFloor * 100),
              'accepted-risk': Math.round(shop.acceptedRisk * 100),
              'fire-hold': Math.round((shop.fireHold ?? 0) * 100),
              'undo-hours': shop.undoHours,
            }}
            address={shop.address ?? ''}
            addresses={networkAddresses(/:(\d+)$/.exec(await askedHost())?.[1] ?? '')}
            change={changeSettingAction}
          />
          <p className="quiet">{deference}</p>
        </section>
        <section className="panel" aria-labelledby="machines">
          <h2 id="machines">Machines</h2>
          <ul className={classes.list}>
            {machines.map(({ id, nickname, family, retiredAt }) => (
              <li key={id}>
                <a className="line" href={`/machines/${id}`}>
                  {nickname}
                </a>
                , {families.find((one) => one.id === family)?.name}
                {retiredAt !== null && (
                  <>
                    , retired{' '}
                    <Confirm
                      button="Bring back"
                      of={nickname}
                      title={`Bring ${nickname} back?`}
                      act={bringBackMachineAction.bind(null, id)}
                    >
                      <p>
                        It stands on the rack again, its record and counters as they were. Its label
                        gets a new link: print it anew.
                      </p>
                    </Confirm>
                  </>
                )}
              </li>
            ))}
          </ul>
          <a className="line" href="/machines/new">
            Add a machine
          </a>
        </section>
        <Below>
          <AllModules
            modules={moduleViews(shop)}
            kinds={Object.fromEntries(moduleKinds.map(({ id, name }) => [id, name]))}
            now={shop.now()}
            zone={shop.zone}
          />
        </Below>
      </div>
    </>
  );
}
