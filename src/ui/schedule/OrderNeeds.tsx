import Link from 'next/link';
import type { Need } from '../../services/schedule/needs';
import { Allowed } from '../shared/frame/Allowed';
import { dayDate } from '../shared/marks/when';
import classes from './Schedule.module.css';

const amount = (value: number, unit: string) =>
  `${Math.round(value * 10) / 10} ${unit}`.replace(/^-0 /, '0 ');

/** What the planned clean-downs need against what is in the stores, and what to order. */
export function OrderNeeds({ needs, zone, now }: { needs: Need[]; zone: string; now: number }) {
  const toOrder = needs.filter(({ order }) => order > 0);
  return (
    <section className="panel" aria-labelledby="order">
      <h2 id="order">What the planned clean-downs need</h2>
      {needs.length === 0 ? (
        <p className="quiet">
          The plan needs nothing of the stores. Without a plan there is nothing to count.
        </p>
      ) : (
        <>
          <p className={classes.figures}>
            <span>
              {toOrder.length === 0
                ? 'All of it is there.'
                : `${toOrder.length} to order, so that after it all there is as much as you order at.`}
            </span>
            {toOrder.length > 0 && (
              <a className="line" href="/api/plan/order-list">
                Order list as CSV
              </a>
            )}
            <Allowed right="clean">
              <Link className="line" href="/setup/stores">
                Stores
              </Link>
            </Allowed>
          </p>
          <table className={classes.table}>
            <thead>
              <tr>
                <th>Item</th>
                <th className={classes.number}>Needed</th>
                <th className={classes.number}>On the shelf</th>
                <th>Lasts</th>
                <th>Order</th>
              </tr>
            </thead>
            <tbody>
              {needs.map((need) => (
                <tr key={need.item}>
                  <td>{need.name}</td>
                  <td className={classes.number}>{amount(need.needs, need.unit)}</td>
                  <td className={classes.number}>
                    {need.has === null ? 'not counted' : amount(need.has, need.unit)}
                  </td>
                  <td>
                    {need.shortAt === null
                      ? need.has === null
                        ? 'count it to know'
                        : 'for all of it'
                      : `until ${dayDate(need.shortAt, zone, now)}`}
                  </td>
                  <td>
                    {need.order === 0
                      ? ''
                      : `${need.order} ${need.order === 1 ? 'pack' : 'packs'} of ${amount(need.pack, need.unit)}`}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </section>
  );
}
