import { importKinds, type ImportKind } from '../../../core/import/fields';
import { sampleTable } from '../../../core/import/sample';
import { rememberedMappings } from '../../../services/import/history';
import { machineNames } from '../../../services/machines/machine-view';
import { ImportHistory } from '../../../ui/import/ImportHistory';
import classes from '../../../ui/machines/Machine.module.css';
import { ImportSessions } from '../../../ui/usage/ImportSessions';
import { enter } from '../../_server/shop';
import {
  previewHistoryAction,
  rememberMappingAction,
  takeHistoryAction,
} from '../../actions/import';

export const metadata = { title: 'Import' };

const names: Readonly<Record<ImportKind, string>> = {
  sessions: 'Sessions',
  care: 'Care history',
  faults: 'Faults',
  readings: 'Readings',
};

export default async function ImportPage({
  searchParams,
}: {
  searchParams: Promise<{ kind?: string }>;
}) {
  const { shop } = await enter('clean');
  const asked = (await searchParams).kind;
  const kind = importKinds.find((one) => one === asked) ?? 'sessions';
  const remembered = rememberedMappings(shop)[kind] ?? null;
  const machines = machineNames(shop, { retired: true }).map(({ nickname }) => nickname);
  return (
    <>
      <h1>From a file: {names[kind].toLowerCase()}</h1>
      <nav className={classes.rooms} aria-label="What is in the file">
        {importKinds.map((one) => (
          <a
            key={one}
            className="line"
            href={`/import?kind=${one}`}
            aria-current={one === kind ? 'page' : undefined}
          >
            {names[one]}
          </a>
        ))}
      </nav>
      <p className="quiet">
        You see first what each row will become. The same file twice adds nothing. Times without an
        offset are in {shop.zone}.{' '}
        <a
          className="line"
          download={`${kind}-sample.csv`}
          href={`data:text/csv;charset=utf-8,${encodeURIComponent(sampleTable(kind))}`}
        >
          A sample to fill in
        </a>
      </p>
      {kind === 'sessions' ? (
        <ImportSessions
          zone={shop.zone}
          machines={machines}
          remembered={remembered}
          remember={rememberMappingAction}
        />
      ) : (
        <ImportHistory
          key={kind}
          kind={kind}
          zone={shop.zone}
          now={shop.now()}
          machines={machines}
          remembered={remembered}
          preview={previewHistoryAction}
          take={takeHistoryAction}
        />
      )}
    </>
  );
}
