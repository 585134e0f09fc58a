'use client';

import { NumberInput, TextInput } from '@mantine/core';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { lensFacings } from '../../catalogue/drawing/facings';
import { lensesUnknown } from '../../core/cleaning/ending';
import type { LeftOff, PartOut, Progress } from '../../core/cleaning/progress';
import type { PartWanted } from '../../core/cleaning/run';
import { localDay, startOfLocalDay } from '../../core/units/zone';
import { dayDate } from '../shared/marks/when';
import { FacingDrawing } from '../machines/drawing/FacingDrawing';
import { OrientationPhoto } from './Photos';
import classes from './Sheet.module.css';
import type { SheetContext } from './context';

type TrayPart = Progress['tray'][number];

const counts = ['screws', 'plugs', 'hoses', 'lugs'] as const;

/** "2 screws, 1 plug" */
function countWords(part: Pick<PartOut, (typeof counts)[number]>): string {
  const words = counts
    .filter((name) => part[name] > 0)
    .map((name) => `${part[name]} ${part[name] === 1 ? name.slice(0, -1) : name}`);
  return words.length > 0 ? words.join(', ') : 'nothing loose with it';
}

const isLens = (facing: string) => lensFacings.some((one) => one === facing);

/** Everything that is out of the machine. */
export function Tray({ context }: { context: SheetContext }) {
  const { tray } = context.store.progress;
  const [adding, setAdding] = useState(false);
  const out = tray.filter(({ inAt }) => inAt === null);
  return (
    <section className={classes.tray} aria-labelledby="tray">
      <header className={classes.orderHead}>
        <h2 id="tray">On the tray</h2>
        <button className={classes.small} onClick={() => setAdding((before) => !before)}>
          {adding ? 'Close' : 'Add a part'}
        </button>
      </header>
      {out.length === 0 && !adding && (
        <p className="quiet">Nothing is out of the {context.run.bench ? 'head' : 'machine'}.</p>
      )}
      {adding && <AddPart context={context} onAdded={() => setAdding(false)} />}
      <ul>
        {out.map((part) => (
          <li key={part.id}>
            <TrayLine context={context} part={part} />
          </li>
        ))}
      </ul>
      {tray.length > out.length && (
        <p className="quiet">
          Back in:{' '}
          {tray
            .filter(({ inAt }) => inAt !== null)
            .map(({ name }) => name)
            .join(', ')}
          .
        </p>
      )}
    </section>
  );
}

function TrayLine({ context, part }: { context: SheetContext; part: TrayPart }) {
  const photo = photoOf(context, part.id);
  return (
    <div className={classes.trayLine}>
      <b>{part.name}</b>
      <span>{countWords(part)}</span>
      <span className="quiet">{part.facing || 'which way round: not noted yet'}</span>
      <FacingDrawing facing={part.facing} />
      {photo && <OrientationImage photo={photo} name={part.name} />}
    </div>
  );
}

const photoOf = ({ store }: SheetContext, part: string) =>
  store.progress.photos.findLast(({ of, when }) => of === part && when === 'orientation')?.photo;

function OrientationImage({ photo, name }: { photo: string; name: string }) {
  return (
    // eslint-disable-next-line @next/next/no-img-element -- our own route, already sized
    <img className={classes.orientation} src={`/api/photos/${photo}`} alt={`How ${name} sat`} />
  );
}

/** How the lens goes back, at the step where it does: as it was drawn, and as the machine card says. */
export function LensWay({ context }: { context: SheetContext }) {
  const { store, machine } = context;
  const lens = store.progress.tray.findLast(
    ({ id, inAt, facing }) =>
      inAt === null && (isLens(facing) || facing === machine.lens || photoOf(context, id)),
  );
  const photo = lens && photoOf(context, lens.id);
  return (
    <span className={classes.lensWay}>
      {lens && <FacingDrawing facing={lens.facing} />}
      {photo && <OrientationImage photo={photo} name={lens.name} />}
      <span>
        {lens?.facing && <b>{lens.facing}</b>}
        {machine.lens && <span className="quiet"> Machine card: {machine.lens}.</span>}
      </span>
    </span>
  );
}

/** What a stretch takes out: counted, and which way round it sat. */
export function PartsOut({
  context,
  parts,
}: {
  context: SheetContext;
  parts: readonly PartWanted[];
}) {
  const { progress } = context.store;
  return (
    <section className={classes.parts} aria-label="What leaves the machine">
      <h3>What leaves the machine</h3>
      {parts.map((wanted) => {
        const part = progress.tray.find(({ id }) => id === wanted.id);
        return part ? (
          <PartForm key={wanted.id} context={context} part={part} lens={wanted.lens} />
        ) : (
          <p key={wanted.id} className="quiet">
            {wanted.name}: {countWords(wanted)}. It goes on the tray with the first step.
          </p>
        );
      })}
    </section>
  );
}

function PartForm({
  context,
  part,
  lens,
}: {
  context: SheetContext;
  part: TrayPart;
  lens: boolean;
}) {
  const { press } = context.store;
  const [typed, setTyped] = useState<Partial<PartOut>>({});
  const { outAt: _, inAt: __, ...kept } = part;
  const change = (more: Partial<PartOut>) =>
    press({ kind: 'part out', part: { ...kept, ...more } });
  const photo = photoOf(context, part.id);
  return (
    <div className={classes.partForm}>
      <b>{part.name}</b>
      <div className={classes.counts}>
        {counts.map((name) => (
          <NumberInput
            key={name}
            label={name}
            min={0}
            max={99}
            allowDecimal={false}
            value={part[name]}
            onChange={(value) => value !== part[name] && change({ [name]: Number(value) || 0 })}
          />
        ))}
      </div>
      {lens ? (
        <fieldset className={classes.lensChoice}>
          <legend>Which way round did it sit? The arrow is the beam.</legend>
          {lensFacings.map((facing) => (
            <button
              key={facing}
              aria-pressed={part.facing === facing}
              onClick={() => change({ facing, marked: 'drawing' })}
            >
              <FacingDrawing facing={facing} />
              {facing}
            </button>
          ))}
          {context.machine.lens && (
            <button
              aria-pressed={part.facing === context.machine.lens}
              onClick={() => change({ facing: context.machine.lens!, marked: 'words' })}
            >
              Seen on the machine card: {context.machine.lens}
            </button>
          )}
        </fieldset>
      ) : (
        <>
          <FacingDrawing facing={typed.facing ?? part.facing} />
          <TextInput
            label="Which way round"
            value={typed.facing ?? part.facing}
            onChange={(event) => {
              const facing = event.currentTarget.value;
              setTyped({ facing });
            }}
            onBlur={() => {
              if (typed.facing !== undefined && typed.facing !== part.facing) change(typed);
              setTyped({});
            }}
          />
        </>
      )}
      <div className={classes.buttons}>
        <OrientationPhoto context={context} of={part.id} />
        <button
          className={classes.quiet}
          aria-pressed={part.marked === 'pen marks'}
          onClick={() => change({ marked: part.marked === 'pen marks' ? 'words' : 'pen marks' })}
        >
          Pen marks in three places
        </button>
      </div>
      {photo && <OrientationImage photo={photo} name={part.name} />}
    </div>
  );
}

/** What goes back with a stretch, with its counts and how it sat. */
export function PartsBack({ context, of }: { context: SheetContext; of: string }) {
  const { progress, press } = context.store;
  const parts = progress.tray.filter(({ id }) => id.startsWith(`${of}.`));
  const unknown = new Set(lensesUnknown(context.run, progress).map(({ part }) => part));
  if (parts.length === 0) return null;
  return (
    <section className={classes.parts} aria-label="What goes back">
      <h3>What goes back</h3>
      {parts.map((part) => {
        const photo = photoOf(context, part.id);
        if (unknown.has(part.id)) {
          return (
            <div key={part.id}>
              <p className={classes.notYet}>
                Which way round it sat was not noted: find out before it goes in.
              </p>
              <PartForm context={context} part={part} lens />
            </div>
          );
        }
        return (
          <div
            key={part.id}
            className={classes.partForm}
            data-back={part.inAt !== null || undefined}
          >
            <b>{part.name}</b>
            <span>{countWords(part)}</span>
            <span>
              {part.facing}
              {part.marked === 'pen marks' && ', pen marks in line'}
            </span>
            <FacingDrawing facing={part.facing} />
            {photo && <OrientationImage photo={photo} name={part.name} />}
            {part.inAt === null ? (
              <button
                className={classes.big}
                onClick={() => press({ kind: 'part in', part: part.id })}
              >
                Back in, {countWords(part)}
              </button>
            ) : (
              <span className="quiet">back in</span>
            )}
          </div>
        );
      })}
    </section>
  );
}

function AddPart({ context, onAdded }: { context: SheetContext; onAdded: () => void }) {
  const [name, setName] = useState('');
  const [facing, setFacing] = useState('');
  const [screws, setScrews] = useState(0);
  return (
    <form
      className={classes.partForm}
      onSubmit={(event) => {
        event.preventDefault();
        if (!name.trim()) return;
        context.store.press({
          kind: 'part out',
          part: {
            id: `own.${uuid()}`,
            name: name.trim(),
            screws,
            plugs: 0,
            hoses: 0,
            lugs: 0,
            facing: facing.trim() || 'as it was',
            marked: 'words',
          },
        });
        onAdded();
      }}
    >
      <TextInput label="Part" value={name} onChange={(e) => setName(e.currentTarget.value)} />
      <TextInput
        label="Which way round"
        value={facing}
        onChange={(e) => setFacing(e.currentTarget.value)}
      />
      <NumberInput
        label="Screws"
        min={0}
        max={99}
        allowDecimal={false}
        value={screws}
        onChange={(value) => setScrews(Number(value) || 0)}
      />
      <button className={classes.big} type="submit">
        On the tray
      </button>
    </form>
  );
}

/** What was left off for a test or mended for now. */
export function LeftOffList({ context }: { context: SheetContext }) {
  const { store, zone, clock } = context;
  const { progress, press } = store;
  const [what, setWhat] = useState('');
  const [open, setOpen] = useState(false);
  const items = progress.leftOff.filter(({ backAt }) => backAt === null);
  const inDays = (days: number) =>
    startOfLocalDay(localDay(clock, zone) + days, zone) + 12 * 3_600_000;
  const add = (more: Pick<LeftOff, 'mended' | 'until'>) => {
    if (!what.trim()) return;
    press({ kind: 'left off', item: { id: uuid(), what: what.trim(), ...more } });
    setWhat('');
    setOpen(false);
  };
  return (
    <section className={classes.tray} aria-labelledby="put-back">
      <header className={classes.orderHead}>
        <h2 id="put-back">Put-back list</h2>
        <button className={classes.small} onClick={() => setOpen((before) => !before)}>
          {open ? 'Close' : 'Left off, or mended for now'}
        </button>
      </header>
      {items.length === 0 && !open && (
        <p className="quiet">Nothing left off, nothing mended for now.</p>
      )}
      {open && (
        <div className={classes.partForm}>
          <TextInput
            label="What?"
            placeholder="air hose off for the test; tape on the duct"
            value={what}
            onChange={(e) => setWhat(e.currentTarget.value)}
          />
          <div className={classes.buttons}>
            <button className={classes.big} onClick={() => add({ mended: false, until: null })}>
              Left off for a test
            </button>
            <button className={classes.big} onClick={() => add({ mended: true, until: inDays(7) })}>
              Mended, for a week
            </button>
            <button
              className={classes.big}
              onClick={() => add({ mended: true, until: inDays(30) })}
            >
              Mended, for a month
            </button>
          </div>
        </div>
      )}
      <ul>
        {items.map((item) => (
          <li key={item.id} className={classes.trayLine}>
            <b>{item.what}</b>
            <span className="quiet">
              {item.mended && item.until
                ? `mended for now, until ${dayDate(item.until, zone, clock)}`
                : 'goes back before the machine returns'}
            </span>
            <button
              className={classes.small}
              onClick={() => press({ kind: 'put back', item: item.id })}
            >
              Put back
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
