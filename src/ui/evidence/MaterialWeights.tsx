import { TableTd, TableTr } from '@mantine/core';
import type { LearnedWeight } from '../../core/evidence/material-weights';
import type { GroupWeights } from '../../services/evidence/weights';
import { Allowed } from '../shared/frame/Allowed';
import classes from './Evidence.module.css';
import { FiguresTable } from './FiguresTable';

const verdictWords: Readonly<Record<LearnedWeight['verdict'], string>> = {
  more: 'more than its weight says',
  less: 'less than its weight says',
  fits: 'as its weight says, as far as can be told',
  'not enough': 'cannot tell yet',
};

/** What findings say of how much each material soils, against the weight it has. */
export function MaterialWeights({ weights }: { weights: readonly GroupWeights[] }) {
  const told = weights.filter(({ materials }) => materials.length > 0);
  return (
    <section className="panel" aria-labelledby="materials">
      <h2 id="materials">What materials soil, by what was found</h2>
      <p className="quiet">
        A factor of 1.5 says that an hour of it soils half as much again as its weight in force has
        it, against the other materials; the range is that of four cases in five. How each machine
        fouls is taken out. Nothing changes by itself.
      </p>
      {told.length === 0 && (
        <p>
          Not enough yet: it takes eight graded cleanings with a good part of each of two materials.
        </p>
      )}
      {told.map(({ group, cycles, materials }) => (
        <details key={group} open={materials.some(spokenOf)}>
          <summary>
            On {group}: {materials.filter(spokenOf).length || 'none'} otherwise than weighed
            <span className="quiet">, from {cycles} findings</span>
          </summary>
          <FiguresTable
            minWidth={560}
            titles={['Material', 'cycles', 'factor', 'four in five cases', 'it soils']}
          >
            {materials.map(({ material, cycles: of, factor, verdict }) => (
              <TableTr key={material}>
                <TableTd>{material}</TableTd>
                <TableTd className={classes.figures}>{of}</TableTd>
                <TableTd className={classes.figures}>{factor.p50.toFixed(2)}</TableTd>
                <TableTd className={classes.figures}>
                  {factor.p10.toFixed(2)} to {factor.p90.toFixed(2)}
                </TableTd>
                <TableTd>
                  {verdict === 'more' || verdict === 'less' ? (
                    <b>{verdictWords[verdict]}</b>
                  ) : (
                    verdictWords[verdict]
                  )}
                </TableTd>
              </TableTr>
            ))}
          </FiguresTable>
        </details>
      ))}
      {told.some(({ materials }) => materials.some(spokenOf)) && (
        <Allowed right="set up">
          <p>
            <a className="line" href="/setup/weights">
              Change a weight, and see first what becomes due
            </a>
          </p>
        </Allowed>
      )}
    </section>
  );
}

const spokenOf = ({ verdict }: LearnedWeight) => verdict === 'more' || verdict === 'less';
