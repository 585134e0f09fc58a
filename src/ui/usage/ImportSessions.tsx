'use client';

import { Button, Checkbox, Progress, Table, Tabs } from '@mantine/core';
import { useState } from 'react';
import { mappingToBegin, readTable, type CsvTable, type Mapping } from '../../core/import/mapping';
import { asSessionsFile, isSessionsFile } from '../../core/import/sessions';
import { formatDuration } from '../../core/units/duration';
import { formatLocal } from '../../core/units/instant';
import type { ImportView } from '../../services/usage/import/jobs';
import type { ImportPart } from '../../services/usage/import/messages';
import type { rememberMapping } from '../../services/import/history';
import type { Send } from '../shared/forms/send';
import type { Outcome, Refusal } from '../../services/shop';
import { goodRows } from '../import/good-rows';
import { MapColumns } from '../import/MapColumns';
import { FileDrop } from '../shared/forms/FileDrop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { unreachable, useBackgroundJob } from '../shared/forms/use-background-job';
import classes from './Import.module.css';

async function call<T>(path: string, init?: RequestInit): Promise<Outcome<T>> {
  try {
    return (await (await fetch(`/api/imports${path}`, init)).json()) as Outcome<T>;
  } catch {
    return { ok: false, error: unreachable };
  }
}

interface ImportSessionsProps {
  zone: string;
  machines: readonly string[];
  /** how the columns were read the last time */
  remembered: Mapping | null;
  remember: Send<typeof rememberMapping>;
}

/** Up to this many bytes a table with other headings is rewritten in the browser. */
const mostToMap = 32 * 1024 * 1024;

/** A sessions file from drop to book: read, preview, import the good rows, keep the bad ones. */
// eslint-disable-next-line max-lines-per-function -- one screen, from top to bottom, whose parts share their state
export function ImportSessions({ zone, machines, remembered, remember }: ImportSessionsProps) {
  /** a table with headings of its own, whose columns are to be told */
  const [other, setOther] = useState<{ name: string; table: CsvTable } | null>(null);
  const [id, setId] = useState<string | null>(null);
  const [view, setView] = useState<ImportView | null>(null);
  const [part, setPart] = useState<ImportPart>('rejected');
  const [offset, setOffset] = useState(0);
  const [overlap, setOverlap] = useState(false);
  const [problem, setProblem] = useState<Refusal | null>(null);
  const [busy, setBusy] = useState(false);

  const look = (of: string) => call<ImportView>(`/${of}?part=${part}&offset=${offset}`);
  const seen = (outcome: Outcome<ImportView>) => {
    if (outcome.ok) setView(outcome.value);
    else setProblem(outcome.error);
    return outcome.ok && (outcome.value.state === 'reading' || outcome.value.state === 'writing');
  };
  // another part, another page: asked anew
  useBackgroundJob(id && `${id} ${part} ${offset} ${busy}`, () => look(id!), seen, 250);

  function reset() {
    setId(null);
    setView(null);
    setPart('rejected');
    setOffset(0);
  }

  async function take(file: File) {
    setProblem(null);
    const table = file.size <= mostToMap ? readTable(await file.text()) : null;
    if (table?.ok && !isSessionsFile(table.value.headings)) {
      setOther({ name: file.name, table: table.value });
    } else await upload(file);
  }

  async function upload(file: File) {
    reset();
    setOther(null);
    setBusy(true);
    const query = new URLSearchParams({ name: file.name, overlap: overlap ? 'yes' : 'no' });
    const started = await call<string>(`?${query}`, { method: 'POST', body: file });
    setBusy(false);
    if (started.ok) setId(started.value);
    else setProblem(started.error);
  }

  async function finish() {
    setBusy(true);
    setView((before) => before && { ...before, state: 'writing' });
    const outcome = await call<unknown>(`/${id}`, { method: 'POST' });
    setBusy(false);
    if (!outcome.ok) setProblem(outcome.error);
  }

  async function cancel() {
    await call(`/${id}`, { method: 'DELETE' });
    reset();
  }

  return (
    <div className={classes.import}>
      {other && (
        <MapColumns
          kind="sessions"
          table={other.table}
          initial={mappingToBegin('sessions', other.table, remembered)}
          zone={zone}
          machines={machines}
          pending={busy}
          read={(mapping, order) => {
            void remember({ kind: 'sessions', mapping });
            const text = asSessionsFile(other.table, mapping, order, zone);
            void upload(new File([text], other.name, { type: 'text/csv' }));
          }}
          cancel={() => setOther(null)}
        />
      )}
      {!id && !other && (
        <>
          <FileDrop
            label="Sessions file"
            onFile={(file) => void take(file)}
            onRefused={() => setProblem({ field: null, message: 'Take one file, at most 96 MB.' })}
            largestBytes={96 * 1024 * 1024}
            disabled={busy}
            className={classes.drop}
          >
            <p className={classes.dropWords}>Drop a CSV file here, or press to choose one</p>
            <p className="quiet">
              Comma or semicolon, any headings: you say which column is which. Known by their names:
              machine, start, run (minutes or h:mm), beam, material, process, air_assist, draught,
              operator, note, key.
            </p>
          </FileDrop>
          <Checkbox
            label="Take sessions that overlap another on the same machine"
            checked={overlap}
            onChange={(event) => setOverlap(event.currentTarget.checked)}
          />
        </>
      )}
      <ProblemNote problem={problem} />
      {id && view?.state === 'reading' && (
        <div className="panel">
          <p>Reading {view.fileName}. Nothing is written yet.</p>
          <Progress value={view.progress * 100} aria-label="Reading" color="copper" size="lg" />
          <Button mt="md" variant="default" onClick={() => void cancel()}>
            Cancel
          </Button>
        </div>
      )}
      {view?.state === 'writing' && (
        <div className="panel" role="status">
          <p>Writing {goodRows(view.counts.accepted)} into the book, all or none.</p>
          <Progress value={100} animated striped aria-label="Writing" color="copper" size="lg" />
        </div>
      )}
      {view?.state === 'failed' && (
        <div className="panel">
          <ProblemNote problem={{ field: null, message: `${view.fileName}: ${view.message}` }} />
          <Button variant="default" onClick={reset}>
            Choose another file
          </Button>
        </div>
      )}
      {view && (view.state === 'checked' || view.state === 'written') && (
        <>
          <Summary view={view} busy={busy} finish={finish} cancel={cancel} again={reset} />
          <Tabs
            value={part}
            color="copper"
            onChange={(value) => {
              setPart((value ?? 'rejected') as ImportPart);
              setOffset(0);
            }}
          >
            <Tabs.List>
              <Tabs.Tab value="rejected">Rejected ({view.counts.rejected})</Tabs.Tab>
              <Tabs.Tab value="new">
                {view.state === 'written' ? 'Logged' : 'To log'} ({view.counts.accepted})
              </Tabs.Tab>
              <Tabs.Tab value="duplicate">Known already ({view.counts.duplicates})</Tabs.Tab>
            </Tabs.List>
          </Tabs>
          <Rows view={view} zone={zone} />
          {view.total > 50 && (
            <div className={classes.pages}>
              <Button
                variant="default"
                disabled={offset === 0}
                onClick={() => setOffset(Math.max(0, offset - 50))}
              >
                Earlier rows
              </Button>
              <span className="figures">
                {offset + 1} to {Math.min(offset + 50, view.total)} of {view.total}
              </span>
              <Button
                variant="default"
                disabled={offset + 50 >= view.total}
                onClick={() => setOffset(offset + 50)}
              >
                Later rows
              </Button>
            </div>
          )}
        </>
      )}
    </div>
  );
}

function Summary({
  view,
  busy,
  finish,
  cancel,
  again,
}: {
  view: ImportView;
  busy: boolean;
  finish: () => Promise<void>;
  cancel: () => Promise<void>;
  again: () => void;
}) {
  const { counts, state, unused, fileName, id } = view;
  return (
    <section className="panel" aria-label="Summary">
      <h2>
        {fileName}: {counts.accepted === 1 ? '1 session' : `${counts.accepted} sessions`}{' '}
        {state === 'written' ? 'logged' : 'to log'}
      </h2>
      <p role="status">
        {counts.duplicates} known already, {counts.rejected} rejected.
        {unused.length > 0 && ` Not used: the columns ${unused.join(', ')}.`}
        {state === 'checked' && ' Nothing is written yet.'}
      </p>
      <div className={classes.buttons}>
        {state === 'checked' ? (
          <>
            {counts.accepted > 0 && (
              <Button loading={busy} onClick={() => void finish()}>
                Import {goodRows(counts.accepted)}
              </Button>
            )}
            <Button variant="default" onClick={() => void cancel()}>
              {counts.accepted > 0 ? 'Cancel' : 'Choose another file'}
            </Button>
          </>
        ) : (
          <Button variant="default" onClick={again}>
            Import another file
          </Button>
        )}
        {counts.rejected > 0 && (
          <Button variant="default" component="a" href={`/api/imports/${id}/rejected`} download>
            Download the rejected rows
          </Button>
        )}
      </div>
    </section>
  );
}

function Rows({ view, zone }: { view: ImportView; zone: string }) {
  if (view.rows.length === 0) return <p className="quiet">No rows of this kind.</p>;
  return (
    <Table.ScrollContainer minWidth={700}>
      <Table className="figures" verticalSpacing={6}>
        <Table.Thead>
          <Table.Tr>
            <Table.Th>Line</Table.Th>
            {view.rows[0]!.outcome === 'rejected' ? (
              <>
                <Table.Th>Field</Table.Th>
                <Table.Th>Why</Table.Th>
                <Table.Th>As written</Table.Th>
              </>
            ) : (
              <>
                <Table.Th>Machine</Table.Th>
                <Table.Th>Start</Table.Th>
                <Table.Th>Run</Table.Th>
                <Table.Th>Work</Table.Th>
                <Table.Th>Air, draught</Table.Th>
                <Table.Th>Operator</Table.Th>
              </>
            )}
          </Table.Tr>
        </Table.Thead>
        <Table.Tbody>
          {view.rows.map((row) => (
            <Table.Tr key={row.line}>
              <Table.Td>{row.line}</Table.Td>
              {row.outcome === 'rejected' ? (
                <>
                  <Table.Td>{row.rejection.field}</Table.Td>
                  <Table.Td>{row.rejection.reason}</Table.Td>
                  <Table.Td>
                    <code className={classes.raw}>{row.raw}</code>
                  </Table.Td>
                </>
              ) : (
                <>
                  <Table.Td>{row.nickname}</Table.Td>
                  <Table.Td>{formatLocal(row.session.start, zone).replace('T', ' ')}</Table.Td>
                  <Table.Td>{formatDuration(row.session.runSeconds)}</Table.Td>
                  <Table.Td>
                    {row.session.material
                      ? `${row.session.process ?? 'work'} ${row.session.material}`
                      : 'not known'}
                  </Table.Td>
                  <Table.Td>
                    {row.session.airAssist === null
                      ? 'not known'
                      : row.session.airAssist
                        ? 'on'
                        : 'off'}
                    , {row.session.draught ?? 'not known'}
                  </Table.Td>
                  <Table.Td>{row.session.operator ?? ''}</Table.Td>
                </>
              )}
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
    </Table.ScrollContainer>
  );
}
