import { Link } from '../../../ui/shared/Link';
import { millisecondsPerDay } from '../../../core/units/time';
import { recentFaults } from '../../../services/faults/faults';
import { FaultLanes } from '../../../ui/faults/FaultLanes';
import { FaultLine } from '../../../ui/faults/FaultLine';
import classes from '../../../ui/faults/Faults.module.css';
import { SoftLinks } from '../../../ui/shared/ribbon/SoftLinks';
import { dayDate, span } from '../../../ui/shared/marks/when';
import { theBoard } from '../../_server/board';
import { enter } from '../../_server/shop';

export const metadata = { title: 'Faults' };

const halfYear = 182 * millisecondsPerDay;

export default async function FaultsPage() {
  const { shop } = await enter('see');
  const { faults, now } = theBoard();
  const { closed, since, within } = recentFaults(shop, faults, { count: 25, span: halfYear });
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
          <h2 id="lanes">Since {dayDate(since, shop.zone, now)}</h2>
          <SoftLinks>
            <FaultLanes faults={within} from={since} now={now} zone={shop.zone} />
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
