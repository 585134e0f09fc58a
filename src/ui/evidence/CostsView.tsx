import { Stack, TableTd, TableTr } from '@mantine/core';
import type { CostRow, ShopCosts } from '../../services/evidence/costs';
import type { PartLives } from '../../services/evidence/part-lives';
import { Allowed } from '../shared/frame/Allowed';
import classes from './Evidence.module.css';
import { FiguresTable } from './FiguresTable';
import { hoursWords, meanWords } from './words';

/** Two decimals, in the shop's money; nothing where it cannot be told. */
const money = (value: number | null) => (value === null ? '' : value.toFixed(2));

/** What a year of cleaning and repairs cost, and how long parts last. */
export function CostsView({ costs, lives }: { costs: ShopCosts; lives: readonly PartLives[] }) {
  const { machines, shop, unpriced } = costs;
  return (
    <Stack gap="lg">
      <section className="panel" aria-labelledby="costs">
        <h2 id="costs">What a year of cleaning and repairs cost</h2>
        <p className="quiet">
          In the shop&apos;s money, the last {costs.days} days: what clean-downs and repairs drew
          from the stores, at the prices they have now, and what repairs cost beside. Beam time that
          was not logged is taken from the run by the machine&apos;s own share.
        </p>
        <FiguresTable
          toRight
          minWidth={640}
          titles={[
            'Machine',
            'from the stores',
            'repairs',
            'together',
            'clean-downs',
            'materials each',
            'beam',
            'a beam hour',
          ]}
        >
          {machines.map((one) => (
            <Row
              key={one.machineId}
              of={one}
              name={
                <a className="line" href={`/machines/${one.machineId}`}>
                  {one.name}
                </a>
              }
            />
          ))}
          <Row of={shop} name={<b>{shop.name}</b>} />
        </FiguresTable>
        {unpriced.length > 0 && (
          <p>
            Without a price, and so counted as nothing: {unpriced.join(', ')}.{' '}
            <Allowed right="set up">
              <a className="line" href="/setup/stores">
                Stores
              </a>
            </Allowed>
          </p>
        )}
      </section>
      <Lives lives={lives} />
    </Stack>
  );
}

function Row({ of, name }: { of: CostRow; name: React.ReactNode }) {
  const figures = [
    money(of.materials),
    money(of.repairs),
    money(of.total),
    String(of.cleans),
    money(of.perClean),
    hoursWords(of.beamHours),
    money(of.perBeamHour),
  ];
  return (
    <TableTr>
      <TableTd>{name}</TableTd>
      {figures.map((figure, at) => (
        <TableTd key={at} ta="right" className={classes.figures}>
          {figure}
        </TableTd>
      ))}
    </TableTr>
  );
}

function Lives({ lives }: { lives: readonly PartLives[] }) {
  return (
    <section className="panel" aria-labelledby="lives">
      <h2 id="lives">How long parts last</h2>
      {lives.length === 0 ? (
        <p>Nothing was replaced yet, and nothing has a serial number.</p>
      ) : (
        <>
          <p className="quiet">
            Run hours, from one replacement to the next; of the first, from the first use in the
            book. The mean with exact limits of 90 percent; half last as long as the last column
            says, those in use counted as far as they came.
          </p>
          <FiguresTable
            minWidth={560}
            titles={['Part', 'ended', 'in use', 'run', 'a life, mean', 'half last']}
          >
            {lives.map((one) => (
              <TableTr key={`${one.name} ${one.bySerial}`}>
                <TableTd>
                  {one.name}
                  {one.bySerial && <span className="quiet"> by serial number</span>}
                </TableTd>
                <TableTd className={classes.figures}>{one.ended}</TableTd>
                <TableTd className={classes.figures}>{one.running}</TableTd>
                <TableTd className={classes.figures}>{hoursWords(one.runHours)}</TableTd>
                <TableTd className={classes.figures}>{meanWords(one)}</TableTd>
                <TableTd className={classes.figures}>
                  {one.median === null ? 'cannot tell yet' : hoursWords(one.median)}
                </TableTd>
              </TableTr>
            ))}
          </FiguresTable>
        </>
      )}
    </section>
  );
}
