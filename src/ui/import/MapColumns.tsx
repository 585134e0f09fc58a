'use client';

import { Button, NativeSelect } from '@mantine/core';
import { useMemo, useState } from 'react';
import { importFields, type ImportKind } from '../../core/import/fields';
import {
  cellReader,
  mappingProblem,
  ordersOf,
  type CsvTable,
  type Mapping,
} from '../../core/import/mapping';
import { orderWords, type DateOrder } from '../../core/units/written-date';
import { Tiles } from '../shared/forms/Tiles';
import classes from './Columns.module.css';

interface MapColumnsProps {
  kind: ImportKind;
  table: CsvTable;
  /** as it was the last time, or as the headings let guess */
  initial: Mapping;
  zone: string;
  /** nicknames: one may stand for the whole file */
  machines: readonly string[];
  pending: boolean;
  read: (mapping: Mapping, order: DateOrder) => void;
  cancel: () => void;
}

const shownSamples = 3;

/** Which column is what: guessed, shown with what stands in it, and confirmed. */
export function MapColumns({
  kind,
  table,
  initial,
  zone,
  machines,
  pending,
  read,
  cancel,
}: MapColumnsProps) {
  const [mapping, setMapping] = useState(initial);
  const [chosen, choose] = useState<DateOrder | null>(null);
  const orders = useMemo(() => ordersOf(kind, table, mapping, zone), [kind, table, mapping, zone]);
  const order = chosen ?? (orders.length === 1 ? orders[0]! : null);
  const problem = mappingProblem(kind, mapping, table.headings);
  const cell = cellReader(table, mapping);
  const samples = (name: string) =>
    table.records
      .flatMap((record) => ('broken' in record ? [] : [cell(record.fields, name)]))
      .filter(Boolean)
      .slice(0, shownSamples)
      .join(' · ');
  return (
    <section className="panel" aria-labelledby="columns">
      <h2 id="columns">Which column is what</h2>
      <p className="quiet">
        {table.records.length} rows, {table.headings.length} columns. Guessed from the headings:
        look whether it is right. It is remembered for the next file.
      </p>
      <table className={classes.columns}>
        <thead>
          <tr>
            <th scope="col">What</th>
            <th scope="col">Column</th>
            <th scope="col">For example</th>
          </tr>
        </thead>
        <tbody>
          {importFields[kind].map(({ name, label, needed }) => (
            <tr key={name}>
              <th scope="row">
                {label}
                {needed && <span className="quiet"> needed</span>}
              </th>
              <td>
                <NativeSelect
                  aria-label={`Column of: ${label}`}
                  value={mapping[name] ?? ''}
                  data={[
                    { value: '', label: 'not there' },
                    ...table.headings.map((heading) => ({ value: heading, label: heading })),
                    ...(name === 'machine'
                      ? machines.map((one) => ({ value: `=${one}`, label: `always ${one}` }))
                      : []),
                  ]}
                  onChange={(event) =>
                    setMapping({ ...mapping, [name]: event.currentTarget.value })
                  }
                />
              </td>
              <td className="quiet">{samples(name)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {orders.length !== 1 ? (
        <Tiles<DateOrder>
          legend={
            orders.length > 1
              ? 'Every date can be read in two ways. They are written'
              : 'The dates are not all written one way. Most are written'
          }
          tiles={(['dmy', 'mdy', 'iso'] as const)
            .filter((one) => orders.length === 0 || orders.includes(one))
            .map((one) => ({ value: one, label: orderWords[one] }))}
          value={chosen}
          onChange={choose}
        />
      ) : (
        <p>Dates are written {orderWords[orders[0]!]}.</p>
      )}
      {problem && <p role="status">{problem}</p>}
      <div className={classes.buttons}>
        <Button
          loading={pending}
          disabled={problem !== null || order === null}
          onClick={() => order && read(mapping, order)}
        >
          Show what each row becomes
        </Button>
        <Button variant="default" onClick={cancel}>
          Cancel
        </Button>
      </div>
    </section>
  );
}
