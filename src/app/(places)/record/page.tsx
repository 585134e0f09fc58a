import { Link } from '../../../ui/shared/Link';
import { bookPage, bookPeople, mayStrike } from '../../../services/audit-log/audit-log';
import { bookFilter, bookQuerySchema, kindGroups } from '../../../services/audit-log/filter';
import { soilTable } from '../../../services/usage/soil-weights-read';
import { Filters } from '../../../ui/audit-log/Filters';
import { Lines } from '../../../ui/audit-log/Lines';
import classes from '../../../ui/audit-log/Record.module.css';
import { theBoard } from '../../_server/board';
import { enter } from '../../_server/shop';
import * as actions from '../../actions/audit-log';

export const metadata = { title: 'Record' };

const pageLength = 80;

export default async function RecordPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[]>>;
}) {
  const { shop, role } = await enter('see');
  const parsed = bookQuerySchema.safeParse(await searchParams);
  const query = parsed.success ? parsed.data : {};
  const lines = bookPage(shop, bookFilter(query, shop.zone), pageLength + 1);
  const more = lines.length > pageLength;
  const shown = lines.slice(0, pageLength);
  const last = shown.at(-1);
  const address = (extra: Record<string, string>) =>
    new URLSearchParams({ ...(query as Record<string, string>), ...extra }).toString();
  return (
    <>
      <div style={{ display: 'flex', justifyContent: 'space-between', alignItems: 'baseline' }}>
        <h1>Record</h1>
        <a className="line" href={`/api/book?${address({})}`} download>
          Export as CSV
        </a>
      </div>
      <Filters
        query={query}
        machines={theBoard().machines.map(({ id, nickname }) => ({ id, nickname }))}
        kinds={Object.keys(kindGroups)}
        people={bookPeople(shop)}
      />
      {shown.length === 0 ? (
        <p>Nothing in the book matches. Widen the filter.</p>
      ) : (
        <Lines
          lines={shown.map((line) => ({
            ...line,
            correctable: line.correctable && mayStrike(role, line.kind),
          }))}
          now={shop.now()}
          zone={shop.zone}
          materials={soilTable(shop).materials.map(({ name }) => name)}
          actions={{
            strike: actions.strikeAction,
            session: actions.correctSessionAction,
            care: actions.correctCareAction,
          }}
        />
      )}
      {more && last && (
        <Link
          className={`line ${classes.older}`}
          href={`/record?${address({ before: `${last.at}_${last.id}` })}`}
        >
          Older entries
        </Link>
      )}
    </>
  );
}
