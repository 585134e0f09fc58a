import Link from 'next/link';
import { deference } from '../../../catalogue/cautions';
import { families } from '../../../catalogue/families';
import { airOff, draughtOff, draughtWeak, materials } from '../../../catalogue/materials';
import { soilGroups, type PerGroup } from '../../../core/usage/soil';
import { allMachines } from '../../../services/machine-view';
import { ShopForm } from '../../../ui/setup/ShopForm';
import classes from '../../../ui/setup/Setup.module.css';
import { enter } from '../../_server/shop';
import { changeSettingAction } from '../../actions/machines';

export const metadata = { title: 'Set-up' };

export default async function SetupPage() {
  const { shop } = await enter();
  const machines = allMachines(shop);
  const weights: [string, PerGroup][] = [
    ...materials.flatMap(({ name, works }) =>
      works.map(({ process, weight }): [string, PerGroup] => [`${process} ${name}`, weight]),
    ),
    ['air assist off ×', airOff],
    ['draught weak ×', draughtWeak],
    ['draught off ×', draughtOff],
  ];
  return (
    <>
      <h1>Set-up</h1>
      <div className={classes.page}>
        <section className="panel" aria-labelledby="shop">
          <h2 id="shop">The shop</h2>
          <ShopForm
            name={shop.name}
            timezone={shop.zone}
            zones={Intl.supportedValuesOf('timeZone')}
            change={changeSettingAction}
          />
          <p className="quiet">{deference}</p>
        </section>
        <section className="panel" aria-labelledby="machines">
          <h2 id="machines">Machines</h2>
          <ul className={classes.list}>
            {machines.map(({ id, nickname, family, retiredAt }) => (
              <li key={id}>
                <Link className="line" href={`/machines/${id}`}>
                  {nickname}
                </Link>
                , {families.find((one) => one.id === family)?.name}
                {retiredAt !== null && ', retired'}
              </li>
            ))}
          </ul>
          <Link className="line" href="/machines/new">
            Add a machine
          </Link>
        </section>
        <section className="panel" aria-labelledby="weights">
          <h2 id="weights">Soil weights</h2>
          <p className="quiet">
            Soil of one run hour against cutting birch ply with air assist on and full draught.
            Starting assumptions, memory of practice with no published source.
          </p>
          <table className={classes.table}>
            <thead>
              <tr>
                <th>Work</th>
                {soilGroups.map((group) => (
                  <th key={group}>{group}</th>
                ))}
              </tr>
            </thead>
            <tbody>
              {weights.map(([name, weight]) => (
                <tr key={name}>
                  <td>{name}</td>
                  {soilGroups.map((group) => (
                    <td key={group}>{weight[group].toFixed(2)}</td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      </div>
    </>
  );
}
