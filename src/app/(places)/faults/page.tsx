import { millisecondsPerDay } from '../../../core/units/time';
import { findFaults } from '../../../services/faults/find';
import { recentFaults } from '../../../services/faults/faults';
import { kept, ofNow } from '../../../services/kept';
import { FaultFilter } from '../../../ui/faults/FaultFilter';
import { FaultLanes } from '../../../ui/faults/FaultLanes';
import { FaultLine } from '../../../ui/faults/FaultLine';
import classes from '../../../ui/faults/Faults.module.css';
import { dayDate, span } from '../../../ui/shared/marks/when';
import { theBoard } from '../../_server/board';
import { enter } from '../../_server/shop';

export const metadata = { title: 'Faults' };

const halfYear = 182 * millisecondsPerDay;

export default async function FaultsPage({
  searchParams,
}: {
  searchParams: Promise<{ text?: string | string[] }>;
}) {
  const { shop } = await enter('see');
  const { faults, now } = theBoard();
  const { text: asked } = await searchParams;
  const text = (typeof asked === 'string' ? asked : '').trim().slice(0, 80);
  const found = text === '' ? null : findFaults(shop, faults, text);
  const recent = found
    ? null
    : kept(shop, 'recent faults', ofNow, () =>
        recentFaults(shop, faults, { count: 25, span: halfYear }),
      );
  const { open, closed } = found ?? { open: faults, closed: recent!.closed };
  const list = (some: typeof faults) => (
    <ul className={classes.list}>
      {some.map((fault) => (
        <li key={fault.id}>
          <a className={classes.open} href={`/faults/${fault.id}`}>
            <FaultLine fault={fault} now={now} zone={shop.zone} />
          </a>
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
        <FaultFilter text={text} />
      </div>
      {found && (
        <p role="status">
          {found.open.length + found.closed.length} of the {found.looked} faults looked through say
          “{text}”.{' '}
          <a className="line" href="/faults">
            Show all
          </a>
        </p>
      )}
      <section className="panel" aria-labelledby="open">
        <h2 id="open">Open, gravest first</h2>
        {open.length === 0 ? (
          <p className="quiet">
            {found
              ? 'No open fault says that.'
              : 'No fault is open. Reports come in from the labels, or with F.'}
          </p>
        ) : (
          list(open)
        )}
      </section>
      {recent && closed.length > 0 && (
        <section className="panel" aria-labelledby="lanes" style={{ marginTop: 16 }}>
          <h2 id="lanes">Since {dayDate(recent.since, shop.zone, now)}</h2>
          <FaultLanes faults={recent.within} from={recent.since} now={now} zone={shop.zone} />
        </section>
      )}
      <section className="panel" aria-labelledby="closed" style={{ marginTop: 16 }}>
        <h2 id="closed">Last closed</h2>
        {closed.length === 0 ? (
          <p className="quiet">{found ? 'No closed fault says that.' : 'None yet.'}</p>
        ) : (
          list(closed)
        )}
      </section>
    </>
  );
}
