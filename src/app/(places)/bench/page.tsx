import { benchTools, type BenchTool } from '../../../services/readings/bench/bench-view';
import classes from '../../../ui/readings/bench/Bench.module.css';
import { Said } from '../../../ui/readings/bench/ToolCards';
import { NoMachines } from '../../../ui/shared/frame/NoMachines';
import { theBoard } from '../../_server/board';
import { enter } from '../../_server/shop';

export const metadata = { title: 'Bench' };

export default async function BenchPage() {
  const { shop } = await enter('see');
  const { machines, now } = theBoard();
  const benches = machines.map(({ id, nickname }) => ({
    id,
    nickname,
    tools: benchTools(shop, id),
  }));
  const read = benches.filter(({ tools }) => tools.some(({ latest }) => latest.length > 0));
  const unread = benches.filter((one) => !read.includes(one));
  return (
    <>
      <h1>Bench</h1>
      <p className="quiet">
        What instruments say of each machine. Every reading is kept with the machine, held against
        its baseline, and used by diagnosis and proof; one that is off calls the cleaning it speaks
        of.
      </p>
      {benches.length === 0 && (
        <NoMachines>Each machine has the instruments here that suit its family.</NoMachines>
      )}
      <div className={classes.side}>
        {read.map(({ id, nickname, tools }) => (
          <section key={id} className="panel" aria-labelledby={`bench-${id}`}>
            <h2 id={`bench-${id}`}>
              <a className="line" href={`/machines/${id}/bench`}>
                {nickname}
              </a>
            </h2>
            {tools
              .flatMap(({ latest }) => latest.slice(0, 3))
              .map((reading) => (
                <Said key={reading.id} reading={reading} now={now} zone={shop.zone} />
              ))}
            <Unread id={id} tools={tools} />
          </section>
        ))}
        {unread.length > 0 && (
          <section className="panel" aria-labelledby="bench-unread">
            <h2 id="bench-unread">Nothing read yet</h2>
            {unread.map(({ id, nickname, tools }) => (
              <div key={id} className={classes.unread}>
                <a className="line" href={`/machines/${id}/bench`}>
                  {nickname}
                </a>
                <Unread id={id} tools={tools} />
              </div>
            ))}
          </section>
        )}
      </div>
    </>
  );
}

/** The instruments of a machine that were not read yet. */
function Unread({ id, tools }: { id: string; tools: readonly BenchTool[] }) {
  const unread = tools.filter(({ latest }) => latest.length === 0);
  if (unread.length === 0) return null;
  return (
    <p className="quiet" style={{ margin: '8px 0 0' }}>
      {unread.length < tools.length && 'Not read yet: '}
      {unread.map(({ slug, name }, i) => (
        <span key={slug}>
          {i > 0 && ' · '}
          <a className="line" href={`/machines/${id}/bench/${slug}`}>
            {name}
          </a>
        </span>
      ))}
    </p>
  );
}
