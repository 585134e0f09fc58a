import { Link } from '../../../ui/shared/Link';
import { millisecondsPerDay } from '../../../core/units/time';
import { closedFaults } from '../../../services/faults/faults';
import { FaultLanes } from '../../../ui/faults/FaultLanes';
import { FaultLine } from '../../../ui/faults/FaultLine';
import classes from '../../../ui/faults/Faults.module.css';
import { SoftLinks } from '../../../ui/shared/ribbon/SoftLinks';
import { dayDate, span } from '../../../ui/shared/marks/when';
import { theBoard } from '../../_server/board';
import { enter } from '../../_server/shop';

export const metadata = { title: 'Faults' };

const listed = 25;
const halfYear = 182 * millisecondsPerDay;

export default async function FaultsPage() {
  const { shop } = await enter('see');
  const { faults, now } = theBoard();
  const closed = closedFaults(shop, listed);
  // as far back as the list is whole
  const whole =
    closed.length < listed ? 0 : Math.min(...closed.map(({ at, times }) => at + times.open));
  const from = Math.max(now - halfYear, whole);
  const list = (some: typeof faults) => (
    <ul className={classes.list}>
      {some.map((fault) => (
        <li key={fault.id}>
          <Link className={classes.open} href={`/faults/${fault.id}`}>
            <FaultLine fault={fault} now={now} zone={shop.zone} />
          </Link>
          <span className="condensed">
            {fault.closedAs
              ? `${fault.closedAs}${fault.times.down > 0 ? `, down ${span(fault.times.down)}` : ''}`
              : fault.holdIds.length > 0
                ? `on hold ${span(fault.times.down)}`
                : `open ${span(fault.times.open)}`}
          </span>
        </li>
      ))}
    </ul>
  );
  return (
    <>
      <div className={classes.bar}>
        <h1>Faults</h1>
        <span className="quiet">gravest first</span>
      </div>
      <section className="panel" aria-labelledby="open">
        <h2 id="open">Open</h2>
        {faults.length === 0 ? (
          <p className="quiet">No fault is open. Reports come in from the labels, or with F.</p>
        ) : (
          list(faults)
        )}
      </section>
      {closed.length > 0 && (
        <section className="panel" aria-labelledby="lanes" style={{ marginTop: 16 }}>
          <h2 id="lanes">Since {dayDate(from, shop.zone, now)}</h2>
          <SoftLinks>
            <FaultLanes
              faults={[...faults, ...closed].filter(({ at, times }) => at + times.open > from)}
              from={from}
              now={now}
              zone={shop.zone}
            />
          </SoftLinks>
        </section>
      )}
      <section className="panel" aria-labelledby="closed" style={{ marginTop: 16 }}>
        <h2 id="closed">Last closed</h2>
        {closed.length === 0 ? <p className="quiet">None yet.</p> : list(closed)}
      </section>
    </>
  );
}
