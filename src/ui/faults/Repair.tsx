'use client';

import { Autocomplete, Checkbox, Group, Textarea, TextInput } from '@mantine/core';
import { FigureInput } from '../shared/forms/FigureInput';
import { openedPlaces, usuallyOpened } from '../../catalogue/proofs';
import { matchFan, type Fan } from '../../core/faults/fan';
import { PhotoInput, photosForm } from '../shared/forms/PhotoInput';
import type { Ask } from '../shared/forms/send';
import { keepEnter } from '../shared/forms/keep-enter';
import { SendForm } from '../shared/forms/SendForm';
import { instantIn, useSendForm } from '../shared/forms/use-send-form';
import { WhenField } from '../shared/forms/WhenField';
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
interface DraftFans {
  old: DraftFan;
  next: DraftFan;
}
const plateOf = ({ flow, ...read }: DraftFan): Fan =>
  ({ ...read, flow: flow === '' ? null : flow }) as Fan;
const noFan: DraftFan = { size: '', thickness: '', voltage: '', current: '', flow: '' };

/** Whether an action only waits: nothing was opened or put in. */
const waiting = (action: string) => action === 'awaiting part' || action === 'sent out';

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
  repair: Ask<[RepairInput, FormData]>;
}) {
  const form = useSendForm(
    async ({ photos, ...input }: RepairInput & { photos: File[] }) =>
      repair(input, await photosForm(photos)),
    {
      initial: {
        action: '',
        part: '',
        minutes: '' as number | '',
        cost: '' as number | '',
        opened: [...(usuallyOpened[cause ?? ''] ?? [])] as string[],
        parts: [] as Part[],
        fan: null as DraftFans | null,
        expected: '',
        note: '',
        photos: [] as File[],
      },
      input: ({ minutes, cost, opened, parts, fan, expected, ...typed }) => ({
        ...about,
        ...typed,
        minutes: minutes || 0,
        cost: cost || 0,
        opened: waiting(typed.action) ? [] : opened,
        parts: parts.filter(({ name }) => name.trim()),
        fan: fan && { old: plateOf(fan.old), next: plateOf(fan.next) },
        expected: waiting(typed.action) && expected ? instantIn(zone, `${expected}T12:00`) : null,
      }),
      clears: true,
    },
  );
  const { action, parts, fan, photos } = form.values;
  return (
    <SendForm of={form} button="Record the repair">
      <Autocomplete label="What was done" data={actionWords} {...form.field('action')} />
      {waiting(action) ? (
        <>
          <TextInput
            label={action === 'sent out' ? 'What was sent, and where' : 'Which part'}
            {...form.field('part')}
          />
          <WhenField type="date" label="Expected back or in" {...form.field('expected')} />
        </>
      ) : (
        <>
          <Checkbox.Group
            label="What was opened? It says what must be proved."
            {...form.field('opened')}
          >
            <div className={classes.opened}>
              {openedPlaces.map(({ id, words }) => (
                <Checkbox key={id} value={id} label={words} />
              ))}
            </div>
          </Checkbox.Group>
          <Parts
            parts={parts}
            offered={offered}
            onChange={(changed) => form.set({ parts: changed })}
          />
          {fan ? (
            <FanMatch fan={fan} onChange={(changed) => form.set({ fan: changed })} />
          ) : (
            <div>
              <button
                type="button"
                className="go"
                onClick={() => form.set({ fan: { old: noFan, next: noFan } })}
              >
                A fan was replaced: check that it fits
              </button>
            </div>
          )}
        </>
      )}
      <Group grow align="flex-start">
        <FigureInput
          label="Minutes hands-on"
          min={0}
          allowDecimal={false}
          {...form.field('minutes')}
        />
        <FigureInput
          label="Cost"
          description="in the shop's money"
          inputWrapperOrder={['label', 'input', 'description', 'error']}
          min={0}
          decimalScale={2}
          {...form.field('cost')}
        />
      </Group>
      <Textarea label="Found, and anything left temporary" {...form.field('note')} />
      <PhotoInput
        label="Photos, before and after"
        photos={photos}
        onChange={(chosen) => form.set({ photos: chosen })}
      />
    </SendForm>
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
          <FigureInput
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
  fan: DraftFans;
  onChange: (fan: DraftFans | null) => void;
}) {
  const complete = [fan.old, fan.next].every((one) =>
    figures.every(({ figure }) => figure === 'flow' || one[figure] !== ''),
  );
  const match = complete ? matchFan(plateOf(fan.old), plateOf(fan.next)) : null;
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
              <FigureInput
                key={which}
                aria-label={`${label}, ${which === 'old' ? 'old' : 'new'} fan`}
                min={0}
                value={fan[which][figure]}
                onChange={(value) => set(which, figure, value)}
                error={which === 'next' && match?.misfits.some((one) => one.figure === figure)}
              />
            ))}
          </div>
        ))}
      </div>
      <p role="status">
        {match === null
          ? 'Read size, thickness, volts and amps off both plates; the flow where they say it.'
          : match.misfits.length === 0
            ? ['It fits. Look that the connector does too.', ...match.cautions].join(' ')
            : `It does not fit: ${match.misfits.map(({ words }) => words).join('; ')}.`}
      </p>
      <button type="button" className="go" onClick={() => onChange(null)}>
        No fan
      </button>
    </fieldset>
  );
}
