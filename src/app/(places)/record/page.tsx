import {
  bookPage,
  bookPeople,
  isInBook,
  mayStrike,
  searchBook,
  type BookSearch,
} from '../../../services/audit-log/audit-log';
import { bookFilter, bookQuerySchema, kindGroups } from '../../../services/audit-log/filter';
import { soilTable } from '../../../services/usage/soil-weights-read';
import { Filters } from '../../../ui/audit-log/Filters';
import { Lines } from '../../../ui/audit-log/Lines';
import classes from '../../../ui/audit-log/Record.module.css';
import { packed } from '../../../ui/shared/packed';
import { dayDate } from '../../../ui/shared/marks/when';
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
  const now = shop.now();
  const filter = bookFilter(query, shop.zone, now);
  const { lines: shown, reached } = query.text
    ? await searchBook(shop, filter, query.text, pageLength)
    : onePage(bookPage(shop, filter, pageLength + 1));
  const ahead =
    !query.ahead &&
    !query.to &&
    isInBook(shop, { ...filter, from: now + 1, to: Number.MAX_SAFE_INTEGER });
  const machines = theBoard().machines.map(({ id, nickname }) => ({ id, nickname }));
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
        machines={machines}
        kinds={Object.keys(kindGroups)}
        people={bookPeople(shop)}
      />
      {ahead && (
        <a className="line" href={`/record?${address({ ahead: '1' })}`}>
          Show what lies ahead too
        </a>
      )}
      {shown.length === 0 ? (
        <p>
          {reached
            ? `Nothing matches since ${dayDate(reached.at, shop.zone, now)}.`
            : 'Nothing in the book matches. Widen the filter.'}
        </p>
      ) : (
        <Lines
          lines={packed(
            shown.map((line) =>
              line.correctable && mayStrike(role, line.kind)
                ? line
                : { ...line, correctable: false, session: null, care: null },
            ),
          )}
          now={now}
          zone={shop.zone}
          machines={machines.map(({ id, nickname }) => ({ value: id, label: nickname }))}
          materials={soilTable(shop).materials.map(({ name }) => name)}
          actions={{
            strike: actions.strikeAction,
            session: actions.correctSessionAction,
            care: actions.correctCareAction,
          }}
        />
      )}
      {reached && (
        <a
          className={`line ${classes.older}`}
          href={`/record?${address({ before: `${reached.at}_${reached.id}` })}`}
        >
          {query.text ? 'Look further back' : 'Older entries'}
        </a>
      )}
    </>
  );
}

/** A page of lines of which one more was asked for than is shown. */
function onePage(lines: BookSearch['lines']): BookSearch {
  const shown = lines.slice(0, pageLength);
  const last = shown.at(-1);
  return { lines: shown, reached: last && lines.length > pageLength ? last : null };
}
