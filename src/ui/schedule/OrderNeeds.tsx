import {
  Table,
  TableScrollContainer,
  TableTbody,
  TableTd,
  TableTh,
  TableThead,
  TableTr,
} from '@mantine/core';
import { amountWords } from '../../core/inventory/amount';
import type { Need } from '../../services/schedule/needs';
import { Allowed } from '../shared/frame/Allowed';
import { dayDate } from '../shared/marks/when';
import classes from './Schedule.module.css';

/** What the planned clean-downs need against what is in the stores, and what to order. */
export function OrderNeeds({ needs, zone, now }: { needs: Need[]; zone: string; now: number }) {
  const toOrder = needs.filter(({ order }) => order > 0);
  return (
    <section className="panel" aria-labelledby="order">
      <h2 id="order">What the planned clean-downs need</h2>
      {needs.length === 0 ? (
        <p className="quiet">
          The plan needs nothing of the stores. Without{' '}
          <a className="line" href="/plan">
            a plan
          </a>{' '}
          there is nothing to count.
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
              <a className="line" href="/setup/stores">
                Stores
              </a>
            </Allowed>
          </p>
          <TableScrollContainer minWidth={620} type="native">
            <Table>
              <TableThead>
                <TableTr>
                  <TableTh>Item</TableTh>
                  <TableTh>Order</TableTh>
                  <TableTh ta="right" className="figures">
                    Needed
                  </TableTh>
                  <TableTh ta="right" className="figures">
                    On the shelf
                  </TableTh>
                  <TableTh>Lasts</TableTh>
                </TableTr>
              </TableThead>
              <TableTbody>
                {needs.map((need) => (
                  <TableTr key={need.item}>
                    <TableTd>{need.name}</TableTd>
                    <TableTd>
                      {need.order === 0
                        ? ''
                        : `${need.order} ${need.order === 1 ? 'pack' : 'packs'} of ${amountWords(need.pack, need.unit)}`}
                    </TableTd>
                    <TableTd ta="right" className="figures">
                      {amountWords(need.needs, need.unit)}
                    </TableTd>
                    <TableTd ta="right" className="figures">
                      {need.has === null ? 'not counted' : amountWords(need.has, need.unit)}
                    </TableTd>
                    <TableTd>
                      {need.shortAt === null
                        ? need.has === null
                          ? 'count it to know'
                          : 'for all of it'
                        : `until ${dayDate(need.shortAt, zone, now)}`}
                    </TableTd>
                  </TableTr>
                ))}
              </TableTbody>
            </Table>
          </TableScrollContainer>
        </>
      )}
    </section>
  );
}
