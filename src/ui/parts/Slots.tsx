'use client';

import type { addModule, endModule, moveModule, replaceModule } from '../../services/parts/parts';
import type { ModuleView, Slot } from '../../services/parts/module-views';
import type { Send } from '../shared/forms/send';
import { Button, TextInput, UnstyledButton } from '@mantine/core';
import { FigureInput } from '../shared/forms/FigureInput';
import { useState } from 'react';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { SendForm } from '../shared/forms/SendForm';
import { Tiles } from '../shared/forms/Tiles';
import { useAction } from '../shared/forms/use-action';
import { useSendForm } from '../shared/forms/use-send-form';
import { dayDate } from '../shared/marks/when';
import classes from './Modules.module.css';
import { lifeHours } from './words';

export interface ModuleActions {
  add: Send<typeof addModule>;
  move: Send<typeof moveModule>;
  replace: Send<typeof replaceModule>;
  end: Send<typeof endModule>;
}

interface SlotsProps {
  machine: { id: string; nickname: string };
  slots: Slot[];
  now: number;
  zone: string;
  actions: ModuleActions;
}

/** What serial-numbered parts are in the machine; another is two taps away. */
export function Slots({ slots, ...rest }: SlotsProps) {
  if (slots.length === 0) return null;
  return (
    <section className="panel" aria-labelledby="modules">
      <h2 id="modules">Modules</h2>
      {slots.map((slot) => (
        <Place key={slot.kind.id} slot={slot} {...rest} />
      ))}
    </section>
  );
}

function Place({ slot, machine, now, zone, actions }: Omit<SlotsProps, 'slots'> & { slot: Slot }) {
  const [open, setOpen] = useState<'swap' | 'replace' | 'add' | null>(null);
  const close = () => setOpen(null);
  const move = useAction(actions.move, close);
  const { kind, fitted, others } = slot;
  const toggle = (which: NonNullable<typeof open>) => setOpen(open === which ? null : which);
  return (
    <div className={classes.slot}>
      <div className={classes.head}>
        <span>
          {kind.name}{' '}
          <span className={classes.serial}>{fitted ? fitted.serial : 'none noted'}</span>
        </span>
        {fitted && (
          <span className="quiet figures">
            {lifeHours(fitted)} of life, here since {dayDate(fitted.since, zone, now)}
          </span>
        )}
      </div>
      <div className={classes.row} style={{ gap: 16 }}>
        {(others.length > 0 || fitted) && (
          <UnstyledButton td="underline" mih={44} onClick={() => toggle('swap')}>
            Swap
          </UnstyledButton>
        )}
        {fitted && (
          <UnstyledButton td="underline" mih={44} onClick={() => toggle('replace')}>
            It failed
          </UnstyledButton>
        )}
        <UnstyledButton td="underline" mih={44} onClick={() => toggle('add')}>
          {fitted ? 'Add another' : 'Note its serial number'}
        </UnstyledButton>
      </div>
      {open === 'swap' && (
        <div className={classes.choices}>
          {others.map((other) => (
            <UnstyledButton
              key={other.id}
              className={classes.choice}
              disabled={move.pending}
              onClick={() => move.run({ moduleId: other.id, machineId: machine.id })}
            >
              <span className={classes.serial}>{other.serial}</span>
              <span className="quiet">
                {other.place ? `in ${other.place}: they change places` : 'in the drawer'},{' '}
                {lifeHours(other)}
              </span>
            </UnstyledButton>
          ))}
          {fitted && (
            <UnstyledButton
              className={classes.choice}
              disabled={move.pending}
              onClick={() => move.run({ moduleId: fitted.id, machineId: null })}
            >
              Into the drawer, nothing in its place
            </UnstyledButton>
          )}
          <ProblemNote problem={move.problem} />
        </div>
      )}
      {open === 'replace' && fitted && (
        <Replace kind={kind} fitted={fitted} actions={actions} close={close} />
      )}
      {open === 'add' && (
        <Add
          kind={kind.id}
          machine={machine}
          here={fitted === null}
          add={actions.add}
          close={close}
        />
      )}
    </div>
  );
}

interface ReplaceProps {
  kind: Slot['kind'];
  fitted: ModuleView;
  actions: Pick<ModuleActions, 'replace' | 'end'>;
  close: () => void;
}

function Replace({ kind, fitted, actions, close }: ReplaceProps) {
  const moduleId = fitted.id;
  const reasonOf = ({ why, other }: { why: string | null; other: string }) => other || (why ?? '');
  const form = useSendForm(actions.replace, {
    initial: { why: null as string | null, other: '', serial: '' },
    input: ({ serial, ...typed }) => ({ moduleId, why: reasonOf(typed), serial }),
    onDone: close,
  });
  const ending = useAction(actions.end, close);
  return (
    <SendForm
      of={form}
      button="The new one is in"
      beside={
        <Button
          variant="default"
          loading={ending.pending}
          onClick={() => ending.run({ moduleId, why: reasonOf(form.values) })}
        >
          Nothing in its place yet
        </Button>
      }
    >
      <Tiles
        legend={`Why did ${fitted.serial} fail?`}
        tiles={kind.deaths.map((value) => ({ value, label: value }))}
        value={form.values.why}
        onChange={(why) => form.set({ why })}
        clearable
      />
      <TextInput label="or in words" {...form.field('other')} />
      <TextInput label="Serial number of the new one" {...form.field('serial')} />
      <ProblemNote problem={ending.problem} />
    </SendForm>
  );
}

interface AddProps {
  kind: string;
  machine: SlotsProps['machine'];
  /** it is the one in the machine, and has been all along */
  here: boolean;
  add: ModuleActions['add'];
  close: () => void;
}

function Add({ kind, machine, here, add, close }: AddProps) {
  const form = useSendForm(add, {
    initial: { serial: '', name: '', hadHours: 0 as number | '' },
    input: ({ hadHours, ...typed }) => ({
      kind,
      ...typed,
      hadHours: hadHours || 0,
      machineId: here ? machine.id : null,
      at: here ? null : Date.now(),
    }),
    onDone: close,
  });
  return (
    <SendForm of={form} button="Save">
      <p className="quiet">
        {here
          ? `The one that is in ${machine.nickname}: its counters go on as they are.`
          : 'It goes into the drawer; swap it in from there.'}
      </p>
      <TextInput label="Serial number" {...form.field('serial')} />
      <TextInput label="What it is" placeholder="20 W blue" {...form.field('name')} />
      <FigureInput label="Run hours it had before" min={0} {...form.field('hadHours')} />
    </SendForm>
  );
}
