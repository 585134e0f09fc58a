'use client';

import { Autocomplete, Button, Checkbox, NumberInput, Textarea, TextInput } from '@mantine/core';
import { useState } from 'react';
import { openedPlaces, usuallyOpened } from '../../catalogue/proofs';
import { fanMisfits, type Fan } from '../../core/faults/fan';
import { parseInstant } from '../../core/units/instant';
import type { Outcome } from '../../services/shop';
import { PhotoInput, photosForm } from '../shared/forms/PhotoInput';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { keepEnter } from '../shared/forms/keep-enter';
import { useAction } from '../shared/forms/use-action';
import classes from './Faults.module.css';
import type { About, Part, RepairInput, StoresPart } from './steps-props';

const actionWords = [
  'cleaned',
  'aligned',
  'reseated',
  'adjusted',
  'replaced',
  'awaiting part',
  'sent out',
];

const noPart: Part = { item: null, name: '', serial: '', quantity: 1 };
const figures: readonly { figure: keyof Fan; label: string }[] = [
  { figure: 'size', label: 'Frame, mm' },
  { figure: 'thickness', label: 'Thickness, mm' },
  { figure: 'voltage', label: 'Voltage, V' },
  { figure: 'current', label: 'Current, A' },
  { figure: 'flow', label: 'Flow, m³/h' },
];

type DraftFan = Record<keyof Fan, number | ''>;
const noFan: DraftFan = { size: '', thickness: '', voltage: '', current: '', flow: '' };

/** One visit of a repair. There may be several. */
export function Repair({
  about,
  cause,
  parts: offered,
  zone,
  repair,
}: {
  about: About;
  cause: string | null;
  parts: StoresPart[];
  zone: string;
  repair: (input: RepairInput, files: FormData) => Promise<Outcome<unknown>>;
}) {
  const [action, setAction] = useState('');
  const [part, setPart] = useState('');
  const [minutes, setMinutes] = useState<number | ''>('');
  const [cost, setCost] = useState<number | ''>('');
  const [opened, setOpened] = useState<string[]>([...(usuallyOpened[cause ?? ''] ?? [])]);
  const [parts, setParts] = useState<Part[]>([]);
  const [fan, setFan] = useState<{ old: DraftFan; next: DraftFan } | null>(null);
  const [date, setDate] = useState('');
  const [note, setNote] = useState('');
  const [photos, setPhotos] = useState<File[]>([]);
  const [wrongDate, setWrongDate] = useState<string | null>(null);
  const { run, pending, problem } = useAction(repair, () => {
    setAction('');
    setPart('');
    setMinutes('');
    setCost('');
    setParts([]);
    setFan(null);
    setNote('');
    setPhotos([]);
  });
  const waits = action === 'awaiting part' || action === 'sent out';

  async function submit() {
    let expected: number | null = null;
    if (waits && date) {
      const read = parseInstant(`${date}T12:00`, zone);
      if (!read.ok) {
        setWrongDate(read.error);
        return;
      }
      expected = read.value;
    }
    setWrongDate(null);
    run(
      {
        ...about,
        action,
        part,
        minutes: Number(minutes || 0),
        opened: waits ? [] : opened,
        parts: parts.filter(({ name }) => name.trim()),
        fan: fan && { old: fan.old as Fan, next: fan.next as Fan },
        cost: Number(cost || 0),
        expected,
        note,
      },
      await photosForm(photos),
    );
  }

  return (
    <form
      className={classes.form}
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <Autocomplete label="What was done" data={actionWords} value={action} onChange={setAction} />
      {waits ? (
        <>
          <TextInput
            label={action === 'sent out' ? 'What was sent, and where' : 'Which part'}
            value={part}
            onChange={(event) => setPart(event.currentTarget.value)}
          />
          <TextInput
            type="date"
            label="Expected back or in"
            value={date}
            onChange={(event) => setDate(event.currentTarget.value)}
            error={wrongDate}
            maw={200}
          />
        </>
      ) : (
        <>
          <fieldset className={classes.opened}>
            <legend>What was opened? It says what must be proved.</legend>
            {openedPlaces.map(({ id, words }) => (
              <Checkbox
                key={id}
                label={words}
                checked={opened.includes(id)}
                onChange={(event) =>
                  setOpened(
                    event.currentTarget.checked
                      ? [...opened, id]
                      : opened.filter((one) => one !== id),
                  )
                }
              />
            ))}
          </fieldset>
          <Parts parts={parts} offered={offered} onChange={setParts} />
          {fan ? (
            <FanMatch fan={fan} onChange={setFan} />
          ) : (
            <div>
              <button
                type="button"
                className="go"
                onClick={() => setFan({ old: noFan, next: noFan })}
              >
                A fan was replaced: check that it fits
              </button>
            </div>
          )}
        </>
      )}
      <div className={classes.pair}>
        <NumberInput
          label="Minutes hands-on"
          min={0}
          allowDecimal={false}
          value={minutes}
          onChange={(value) => setMinutes(value === '' ? '' : Number(value))}
        />
        <NumberInput
          label="Cost"
          description="in the shop's money"
          inputWrapperOrder={['label', 'input', 'description', 'error']}
          min={0}
          decimalScale={2}
          value={cost}
          onChange={(value) => setCost(value === '' ? '' : Number(value))}
        />
      </div>
      <Textarea
        label="Found, and anything left temporary"
        value={note}
        onChange={(event) => setNote(event.currentTarget.value)}
      />
      <PhotoInput label="Photos, before and after" photos={photos} onChange={setPhotos} />
      <ProblemNote problem={problem} />
      <div>
        <Button type="submit" loading={pending}>
          Record the repair
        </Button>
      </div>
    </form>
  );
}

function Parts({
  parts,
  offered,
  onChange,
}: {
  parts: Part[];
  offered: StoresPart[];
  onChange: (parts: Part[]) => void;
}) {
  const change = (index: number, by: Partial<Part>) =>
    onChange(parts.map((part, at) => (at === index ? { ...part, ...by } : part)));
  return (
    <>
      {parts.map((part, index) => (
        <div key={index} className={classes.part} onKeyDown={keepEnter}>
          <Autocomplete
            label="Part put in"
            description={part.item ? 'taken out of the stores' : undefined}
            inputWrapperOrder={['label', 'input', 'description', 'error']}
            data={offered.map(({ name }) => name)}
            value={part.name}
            onChange={(name) =>
              change(index, {
                name,
                item: offered.find((one) => one.name === name)?.item ?? null,
              })
            }
          />
          <TextInput
            label="Serial number"
            value={part.serial}
            onChange={(event) => change(index, { serial: event.currentTarget.value })}
          />
          <NumberInput
            label="How many"
            min={1}
            value={part.quantity}
            onChange={(value) => change(index, { quantity: Number(value) || 1 })}
          />
        </div>
      ))}
      <div>
        <button type="button" className="go" onClick={() => onChange([...parts, noPart])}>
          {parts.length === 0 ? 'A part was put in' : 'Another part'}
        </button>
      </div>
    </>
  );
}

/** Compares a fan with the one it replaces while its figures are typed. */
function FanMatch({
  fan,
  onChange,
}: {
  fan: { old: DraftFan; next: DraftFan };
  onChange: (fan: { old: DraftFan; next: DraftFan } | null) => void;
}) {
  const complete = [fan.old, fan.next].every((one) =>
    Object.values(one).every((value) => value !== ''),
  );
  const misfits = complete ? fanMisfits(fan.old as Fan, fan.next as Fan) : [];
  const set = (which: 'old' | 'next', figure: keyof Fan, value: string | number) =>
    onChange({ ...fan, [which]: { ...fan[which], [figure]: value === '' ? '' : Number(value) } });
  return (
    <fieldset className={classes.fan} onKeyDown={keepEnter}>
      <legend>Does the fan fit?</legend>
      <div className={classes.fanTable}>
        <span />
        <b>the old one</b>
        <b>the new one</b>
        {figures.map(({ figure, label }) => (
          <div key={figure} style={{ display: 'contents' }}>
            <span>{label}</span>
            {(['old', 'next'] as const).map((which) => (
              <NumberInput
                key={which}
                aria-label={`${label}, ${which === 'old' ? 'old' : 'new'} fan`}
                min={0}
                value={fan[which][figure]}
                onChange={(value) => set(which, figure, value)}
                error={which === 'next' && misfits.some((one) => one.figure === figure)}
              />
            ))}
          </div>
        ))}
      </div>
      <p role="status">
        {!complete
          ? 'Read all five figures off both plates.'
          : misfits.length === 0
            ? 'It fits. Look that the connector does too.'
            : `It does not fit: ${misfits.map(({ words }) => words).join('; ')}.`}
      </p>
      <button type="button" className="go" onClick={() => onChange(null)}>
        No fan
      </button>
    </fieldset>
  );
}
