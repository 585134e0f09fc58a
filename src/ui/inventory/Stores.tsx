'use client';

import type {
  changeStoreItem,
  dropStoreItem,
  itemHistory,
  moveStock,
  ShelfItem,
} from '../../services/inventory/inventory';
import type { Send } from '../shared/forms/send';
import {
  Button,
  Group,
  SegmentedControl,
  Table,
  TableTbody,
  TableTd,
  TableTh,
  TableThead,
  TableTr,
  TextInput,
} from '@mantine/core';
import { FigureInput } from '../shared/forms/FigureInput';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { amountWords } from '../../core/inventory/amount';
import type { StockKind } from '../../core/inventory/stock';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { SendForm } from '../shared/forms/SendForm';
import { figure, useSendForm } from '../shared/forms/use-send-form';
import { useAction } from '../shared/forms/use-action';
import { ago } from '../shared/marks/when';
import classes from './Stores.module.css';

interface StoresProps {
  items: ShelfItem[];
  open: ShelfItem | null;
  history: ReturnType<typeof itemHistory>;
  now: number;
  zone: string;
  move: Send<typeof moveStock>;
  change: Send<typeof changeStoreItem>;
  drop: Send<typeof dropStoreItem>;
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
        <Table className={classes.table}>
          <TableThead>
            <TableTr>
              <TableTh>Item</TableTh>
              <TableTh ta="right" className="figures">
                On the shelf
              </TableTh>
              <TableTh ta="right" className="figures">
                A task uses
              </TableTh>
              <TableTh ta="right" className="figures">
                Order at
              </TableTh>
              <TableTh>State</TableTh>
            </TableTr>
          </TableThead>
          <TableTbody>
            {items.map((item) => (
              <TableTr key={item.item} data-open={open?.item === item.item || undefined}>
                <TableTd>
                  <a className="line" href={`/setup/stores?item=${item.item}`} data-stay>
                    {item.name}
                  </a>
                </TableTd>
                <TableTd ta="right" className="figures">
                  {item.has === null
                    ? ''
                    : item.has < 0
                      ? 'count it'
                      : amountWords(item.has, item.unit)}
                  {item.has !== null && item.reorderAt > 0 && <Shelf item={item} />}
                </TableTd>
                <TableTd ta="right" className="figures">
                  {amountWords(item.perTask, item.unit)}
                </TableTd>
                <TableTd ta="right" className="figures">
                  {round(item.reorderAt)}
                </TableTd>
                <TableTd>
                  <span className={classes.state} data-state={item.state}>
                    {stateWords[item.state]}
                  </span>
                </TableTd>
              </TableTr>
            ))}
          </TableTbody>
        </Table>
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
                More was used than there was by the book, {amountWords(-open.has, open.unit)} more:
                count what is on the shelf.
              </p>
            )}
            <Move key={open.item} item={open} move={actions.move} />
            <Movements unit={open.unit} history={history} now={now} zone={zone} />
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

type MovementsProps = Pick<StoresProps, 'history' | 'now' | 'zone'> & { unit: string };

function Movements({ unit, history, now, zone }: MovementsProps) {
  return (
    <>
      <h3>Last movements</h3>
      {history.length === 0 && <p className="quiet">None yet: count it to begin.</p>}
      <ul className={classes.history}>
        {history.map((row) => (
          <li key={row.entryId} className={row.struck ? 'struck' : undefined}>
            <span>
              {{ use: 'used', receipt: 'received', count: 'counted' }[row.kind]}{' '}
              {amountWords(row.quantity, unit)}
              {row.sheetId && (
                <>
                  {' '}
                  <a className="line" href={`/clean/${row.sheetId}`}>
                    clean-down
                  </a>
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
    </>
  );
}

const round = (value: number) => Math.round(value * 100) / 100;

function Move({ item, move }: { item: ShelfItem; move: StoresProps['move'] }) {
  const first: StockKind = item.has === null ? 'count' : 'receipt';
  const form = useSendForm(move, {
    initial: {
      kind: first,
      quantity: first === 'receipt' ? item.pack : ('' as number | ''),
      note: '',
    },
    input: ({ quantity, ...typed }) => ({
      item: item.item,
      quantity: figure(quantity),
      ...typed,
    }),
    onDone: () => form.set({ quantity: '', note: '' }),
  });
  const { kind } = form.values;
  return (
    <SendForm of={form} button="Record it">
      <SegmentedControl
        fullWidth
        data={[
          { value: 'receipt', label: 'Received' },
          { value: 'count', label: 'Counted' },
          { value: 'use', label: 'Taken out' },
        ]}
        {...form.field('kind')}
      />
      <FigureInput
        label={kind === 'count' ? `On the shelf, ${item.unit}` : `How much, ${item.unit}`}
        description={kind === 'receipt' ? `a pack holds ${item.pack} ${item.unit}` : undefined}
        min={0}
        {...form.field('quantity')}
      />
      <TextInput label="Note" {...form.field('note')} />
    </SendForm>
  );
}

interface ItemFormProps {
  item: ShelfItem | null;
  change: StoresProps['change'];
  onDone: () => void;
}

function ItemForm({ item, change, onDone }: ItemFormProps) {
  const router = useRouter();
  const form = useSendForm(change, {
    initial: {
      name: item?.name ?? '',
      unit: item?.unit ?? 'pieces',
      pack: item?.pack ?? 1,
      reorderAt: item?.reorderAt ?? 0,
      perTask: item?.perTask ?? 1,
      tool: item?.tool ?? '',
      packPrice: item?.packPrice ?? ('' as number | ''),
    },
    input: ({ pack, reorderAt, perTask, packPrice, ...typed }) => ({
      item: item?.item ?? null,
      pack: figure(pack),
      reorderAt: figure(reorderAt),
      perTask: figure(perTask),
      packPrice: packPrice === '' ? null : figure(packPrice),
      ...typed,
    }),
    onDone: (id: string) => {
      onDone();
      router.push(`/setup/stores?item=${id}`);
    },
  });
  return (
    <SendForm of={form} button={item ? 'Save' : 'Add it'}>
      <TextInput label="Name" {...form.field('name')} />
      <Group grow>
        <TextInput label="Counted in" {...form.field('unit')} />
        <FigureInput label="A pack holds" min={0} {...form.field('pack')} />
      </Group>
      <Group grow>
        <FigureInput label="A task uses" min={0} {...form.field('perTask')} />
        <FigureInput label="Order at" min={0} {...form.field('reorderAt')} />
      </Group>
      <FigureInput
        label="A pack costs"
        description="in the shop's money; what cleaning costs is reckoned from it"
        min={0}
        decimalScale={2}
        {...form.field('packPrice')}
      />
      {!item && (
        <TextInput
          label="Used by tasks whose tools name"
          placeholder="microfibre"
          {...form.field('tool')}
        />
      )}
    </SendForm>
  );
}

function Drop({ item, drop }: { item: ShelfItem; drop: StoresProps['drop'] }) {
  const router = useRouter();
  const { run, pending, problem } = useAction(drop, () => router.push('/setup/stores'));
  return (
    <>
      <Button variant="subtle" loading={pending} onClick={() => run(item.item)}>
        Remove it from the list
      </Button>
      <ProblemNote problem={problem} />
    </>
  );
}

/** So many times the figure at which one orders fill the bar. */
const full = 4;

/** How full the shelf is: the bar, and the line at which one orders. */
function Shelf({ item: { has, reorderAt } }: { item: ShelfItem }) {
  const share = Math.min(1, Math.max(0, has ?? 0) / (full * reorderAt));
  return (
    <svg viewBox="0 0 96 12" className={classes.shelf} aria-hidden="true">
      <rect x="0.5" y="1.5" width="95" height="9" data-part="room" />
      <rect x="0.5" y="1.5" width={95 * share} height="9" data-part="there" />
      <path d={`M${96 / full} 0V12`} />
    </svg>
  );
}
