'use client';

import { Button, Table } from '@mantine/core';
import { useState } from 'react';
import type { ImportKind } from '../../core/import/fields';
import { refusedRows } from '../../core/import/refused';
import { mappingToBegin, readTable, type CsvTable, type Mapping } from '../../core/import/mapping';
import type { DateOrder } from '../../core/units/written-date';
import type { HistoryPreview, takeHistory } from '../../services/import/history';
import type { Outcome, Refusal } from '../../services/shop';
import { FileDrop } from '../shared/forms/FileDrop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import type { Send } from '../shared/forms/send';
import { useAction } from '../shared/forms/use-action';
import { dayDate } from '../shared/marks/when';
import importClasses from '../usage/Import.module.css';
import classes from './Columns.module.css';
import { goodRows } from './good-rows';
import { MapColumns } from './MapColumns';

type History = Exclude<ImportKind, 'sessions'>;
type Take = Send<typeof takeHistory>;

interface ImportHistoryProps {
  kind: History;
  zone: string;
  now: number;
  machines: readonly string[];
  /** how the columns were read the last time */
  remembered: Mapping | null;
  preview: (input: Parameters<Take>[0]) => Promise<Outcome<HistoryPreview>>;
  take: Take;
}

const shownRows = 100;
const largestBytes = 8 * 1024 * 1024;

/** A history from drop to book: its columns, what each row becomes, and then the good rows. */
export function ImportHistory(props: ImportHistoryProps) {
  const { kind, zone, machines, remembered, preview, take } = props;
  const [file, setFile] = useState<{ name: string; text: string; table: CsvTable } | null>(null);
  const [asked, setAsked] = useState<{ mapping: Mapping; order: DateOrder } | null>(null);
  const [seen, setSeen] = useState<HistoryPreview | null>(null);
  const [taken, setTaken] = useState(false);
  const [refused, setRefused] = useState<Refusal | null>(null);
  const look = useAction(preview, setSeen);
  const write = useAction(take, (value: HistoryPreview) => {
    setSeen(value);
    setTaken(true);
  });
  const again = () => {
    setFile(null);
    setAsked(null);
    setSeen(null);
    setTaken(false);
  };
  const input = (mapping: Mapping, order: DateOrder) => ({
    kind,
    text: file!.text,
    mapping,
    order,
  });

  async function open(dropped: File) {
    setRefused(null);
    const text = await dropped.text();
    const table = readTable(text);
    if (table.ok) setFile({ name: dropped.name, text, table: table.value });
    else setRefused({ field: null, message: `${dropped.name}: ${table.error}` });
  }

  return (
    <div className={importClasses.import}>
      {!file && (
        <FileDrop
          label="Table"
          onFile={(dropped) => void open(dropped)}
          onRefused={() => setRefused({ field: null, message: 'Take one file, at most 8 MB.' })}
          largestBytes={largestBytes}
          disabled={false}
          className={importClasses.drop}
        >
          <p className={importClasses.dropWords}>Drop a CSV file here, or press to choose one</p>
          <p className="quiet">
            Any headings, comma or semicolon, decimal point or comma, dates as you write them.
          </p>
        </FileDrop>
      )}
      <ProblemNote problem={refused ?? look.problem ?? write.problem} />
      {file && !seen && (
        <MapColumns
          kind={kind}
          table={file.table}
          initial={mappingToBegin(kind, file.table, remembered)}
          zone={zone}
          machines={machines}
          pending={look.pending}
          read={(mapping, order) => {
            setAsked({ mapping, order });
            look.run(input(mapping, order));
          }}
          cancel={again}
        />
      )}
      {file && seen && (
        <>
          <section className="panel" aria-label="Summary">
            <h2>
              {file.name}: {seen.counts.accepted} {taken ? 'taken in' : 'to take in'}
            </h2>
            <p role="status">
              {seen.problem ??
                `${seen.counts.duplicates} known already, ${seen.counts.rejected} refused.${taken ? '' : ' Nothing is written yet.'}`}
            </p>
            <div className={classes.buttons}>
              {taken ? (
                <Button variant="default" onClick={again}>
                  Take another file
                </Button>
              ) : (
                <>
                  {seen.counts.accepted > 0 && (
                    <Button
                      loading={write.pending}
                      onClick={() => asked && write.run(input(asked.mapping, asked.order))}
                    >
                      Take in {goodRows(seen.counts.accepted)}
                    </Button>
                  )}
                  <Button variant="default" onClick={() => setSeen(null)}>
                    Back to the columns
                  </Button>
                </>
              )}
              {seen.counts.rejected > 0 && (
                <Button
                  variant="default"
                  onClick={() =>
                    saveAs(`refused of ${file.name}`, refusedRows(file.table, reasons(seen)))
                  }
                >
                  Download the refused rows
                </Button>
              )}
            </div>
          </section>
          <Rows {...props} seen={seen} taken={taken} />
        </>
      )}
    </div>
  );
}

/** Why each refused line is refused. */
const reasons = ({ rows }: HistoryPreview) =>
  new Map(
    rows.flatMap(({ line, outcome, words }) =>
      outcome === 'rejected' ? [[line, words] as const] : [],
    ),
  );

/** Hands a text out as a file of this device, with the byte order mark that spreadsheets look for. */
function saveAs(name: string, text: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([`\uFEFF${text}`], { type: 'text/csv;charset=utf-8' }));
  link.download = name;
  link.click();
  // a browser may ask where to keep it before it reads it
  setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
}

const outcomeWords = {
  new: 'to take in',
  duplicate: 'known already',
  rejected: 'refused',
} as const;

function Rows({
  seen,
  taken,
  zone,
  now,
}: Pick<ImportHistoryProps, 'zone' | 'now'> & { seen: HistoryPreview; taken: boolean }) {
  const order = ['rejected', 'new', 'duplicate'];
  const rows = [...seen.rows].sort((a, b) => order.indexOf(a.outcome) - order.indexOf(b.outcome));
  return (
    <Table.ScrollContainer minWidth={700}>
      <Table className={classes.rows} verticalSpacing={6}>
        <Table.Thead>
          <Table.Tr>
            <Table.Th>Line</Table.Th>
            <Table.Th>Machine</Table.Th>
            <Table.Th>Day</Table.Th>
            <Table.Th>What it says</Table.Th>
            <Table.Th>That is</Table.Th>
          </Table.Tr>
        </Table.Thead>
        <Table.Tbody>
          {rows.slice(0, shownRows).map((row) => (
            <Table.Tr key={row.line}>
              <Table.Td className="figures">{row.line}</Table.Td>
              <Table.Td>{row.machine}</Table.Td>
              <Table.Td>{row.at === null ? '' : dayDate(row.at, zone, now)}</Table.Td>
              <Table.Td>
                {row.words}
                {row.outcome === 'rejected' && (
                  <div>
                    <code className={importClasses.raw}>{row.raw}</code>
                  </div>
                )}
              </Table.Td>
              <Table.Td data-outcome={row.outcome}>
                {taken && row.outcome === 'new' ? 'taken in' : outcomeWords[row.outcome]}
              </Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
      {rows.length > shownRows && (
        <p className="quiet">
          and {rows.length - shownRows} more rows: what was refused comes first.
        </p>
      )}
    </Table.ScrollContainer>
  );
}
