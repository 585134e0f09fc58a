'use client';

import { Button, NumberInput, SegmentedControl, TextInput } from '@mantine/core';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { StockKind } from '../../core/inventory/stock';
import type { Outcome } from '../../services/shop';
import type { itemHistory, ShelfItem } from '../../services/inventory/inventory';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import { ago } from '../shared/marks/when';
import classes from './Stores.module.css';

interface StoresProps {
  items: ShelfItem[];
  open: ShelfItem | null;
  history: ReturnType<typeof itemHistory>;
  now: number;
  zone: string;
  move: (input: unknown) => Promise<Outcome<unknown>>;
  change: (input: unknown) => Promise<Outcome<string>>;
  drop: (item: string) => Promise<Outcome<unknown>>;
}

const stateWords = { short: 'none left', low: 'order', enough: 'enough', 'not kept': 'not kept' };

/** What is on the shelf, what must be ordered, and one item opened. */
export function Stores({ items, open, history, now, zone, ...actions }: StoresProps) {
  const [adding, setAdding] = useState(false);
  return (
    <div className={classes.columns}>
      <section aria-labelledby="shelf">
        <h2 id="shelf" className="visually-hidden">
          On the shelf
        </h2>
        <table className={classes.table}>
          <thead>
            <tr>
              <th>Item</th>
              <th className={classes.number}>On the shelf</th>
              <th className={classes.number}>A task uses</th>
              <th className={classes.number}>Order at</th>
              <th>State</th>
            </tr>
          </thead>
          <tbody>
            {items.map((item) => (
              <tr key={item.item} data-open={open?.item === item.item || undefined}>
                <td>
                  <Link className="line" href={`/setup/stores?item=${item.item}`} scroll={false}>
                    {item.name}
                  </Link>
                </td>
                <td className={classes.number}>
                  {item.has === null
                    ? ''
                    : item.has < 0
                      ? 'count it'
                      : `${round(item.has)} ${item.unit}`}
                </td>
                <td className={classes.number}>{`${round(item.perTask)} ${item.unit}`}</td>
                <td className={classes.number}>{round(item.reorderAt)}</td>
                <td>
                  <span className={classes.state} data-state={item.state}>
                    {stateWords[item.state]}
                  </span>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="quiet">
          An item is kept track of from its first count or receipt on; signing a clean-down off then
          draws from it. Amounts a task uses are starting assumptions until you change them.
        </p>
        <Button variant="default" onClick={() => setAdding((before) => !before)}>
          {adding ? 'Close' : 'Add an item'}
        </Button>
        {adding && (
          <div className="panel">
            <ItemForm item={null} change={actions.change} onDone={() => setAdding(false)} />
          </div>
        )}
      </section>
      <aside>
        {open ? (
          <div className="panel">
            <h2>{open.name}</h2>
            {open.has !== null && open.has < 0 && (
              <p>
                More was used than there was by the book, {round(-open.has)} {open.unit} more: count
                what is on the shelf.
              </p>
            )}
            <Move key={open.item} item={open} move={actions.move} />
            <h3>Last movements</h3>
            {history.length === 0 && <p className="quiet">None yet: count it to begin.</p>}
            <ul className={classes.history}>
              {history.map((row) => (
                <li key={row.entryId} className={row.struck ? 'struck' : undefined}>
                  <span>
                    {{ use: 'used', receipt: 'received', count: 'counted' }[row.kind]}{' '}
                    {round(row.quantity)} {open.unit}
                    {row.sheetId && (
                      <>
                        {' '}
                        <Link className="line" href={`/clean/${row.sheetId}`}>
                          clean-down
                        </Link>
                      </>
                    )}
                    {row.note && <span className="quiet"> {row.note}</span>}
                  </span>
                  <span className="quiet">
                    {row.person}, {ago(row.at, now, zone)}
                  </span>
                </li>
              ))}
            </ul>
            <details>
              <summary>How it is kept</summary>
              <ItemForm
                key={open.item}
                item={open}
                change={actions.change}
                onDone={() => undefined}
              />
              <Drop item={open} drop={actions.drop} />
            </details>
          </div>
        ) : (
          <p className="quiet">
            Open an item to count it, receive a delivery, or see where it went.
          </p>
        )}
      </aside>
    </div>
  );
}

const round = (value: number) => Math.round(value * 100) / 100;

function Move({ item, move }: { item: ShelfItem; move: StoresProps['move'] }) {
  const [kind, setKind] = useState<StockKind>(item.has === null ? 'count' : 'receipt');
  const [quantity, setQuantity] = useState<number | string>(kind === 'receipt' ? item.pack : '');
  const [note, setNote] = useState('');
  const { run, pending, problem, at } = useAction(move, () => {
    setQuantity('');
    setNote('');
  });
  return (
    <form
      className={classes.form}
      onSubmit={(event) => {
        event.preventDefault();
        run({
          item: item.item,
          kind,
          quantity: quantity === '' ? undefined : Number(quantity),
          note,
        });
      }}
    >
      <SegmentedControl
        fullWidth
        value={kind}
        onChange={(value) => setKind(value as StockKind)}
        data={[
          { value: 'receipt', label: 'Received' },
          { value: 'count', label: 'Counted' },
          { value: 'use', label: 'Taken out' },
        ]}
      />
      <NumberInput
        label={kind === 'count' ? `On the shelf, ${item.unit}` : `How much, ${item.unit}`}
        description={kind === 'receipt' ? `a pack holds ${item.pack} ${item.unit}` : undefined}
        min={0}
        value={quantity}
        onChange={setQuantity}
        error={at('quantity')}
      />
      <TextInput label="Note" value={note} onChange={(e) => setNote(e.currentTarget.value)} />
      <ProblemNote problem={problem?.field === 'quantity' ? null : problem} />
      <div>
        <Button type="submit" loading={pending}>
          Write it down
        </Button>
      </div>
    </form>
  );
}

function ItemForm({
  item,
  change,
  onDone,
}: {
  item: ShelfItem | null;
  change: StoresProps['change'];
  onDone: () => void;
}) {
  const router = useRouter();
  const [name, setName] = useState(item?.name ?? '');
  const [unit, setUnit] = useState(item?.unit ?? 'pieces');
  const [pack, setPack] = useState<number | string>(item?.pack ?? 1);
  const [reorderAt, setReorderAt] = useState<number | string>(item?.reorderAt ?? 0);
  const [perTask, setPerTask] = useState<number | string>(item?.perTask ?? 1);
  const [tool, setTool] = useState(item?.tool ?? '');
  const { run, pending, problem, at } = useAction(change, (id: string) => {
    onDone();
    router.push(`/setup/stores?item=${id}`);
  });
  return (
    <form
      className={classes.form}
      onSubmit={(event) => {
        event.preventDefault();
        run({
          item: item?.item ?? null,
          name,
          unit,
          pack: Number(pack),
          reorderAt: Number(reorderAt),
          perTask: Number(perTask),
          tool,
        });
      }}
    >
      <TextInput
        label="Name"
        value={name}
        onChange={(e) => setName(e.currentTarget.value)}
        error={at('name')}
      />
      <div className={classes.row}>
        <TextInput
          label="Counted in"
          value={unit}
          onChange={(e) => setUnit(e.currentTarget.value)}
          error={at('unit')}
        />
        <NumberInput
          label="A pack holds"
          min={0}
          value={pack}
          onChange={setPack}
          error={at('pack')}
        />
      </div>
      <div className={classes.row}>
        <NumberInput
          label="A task uses"
          min={0}
          value={perTask}
          onChange={setPerTask}
          error={at('perTask')}
        />
        <NumberInput
          label="Order at"
          min={0}
          value={reorderAt}
          onChange={setReorderAt}
          error={at('reorderAt')}
        />
      </div>
      {!item && (
        <TextInput
          label="Used by tasks whose tools name"
          placeholder="microfibre"
          value={tool}
          onChange={(e) => setTool(e.currentTarget.value)}
        />
      )}
      <ProblemNote problem={problem?.field ? null : problem} />
      <div>
        <Button type="submit" loading={pending}>
          {item ? 'Keep it so' : 'Add it'}
        </Button>
      </div>
    </form>
  );
}

function Drop({ item, drop }: { item: ShelfItem; drop: StoresProps['drop'] }) {
  const router = useRouter();
  const { run, pending, problem } = useAction(drop, () => router.push('/setup/stores'));
  return (
    <>
      <Button variant="subtle" loading={pending} onClick={() => run(item.item)}>
        Take it off the list
      </Button>
      <ProblemNote problem={problem} />
    </>
  );
}
