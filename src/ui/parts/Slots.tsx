'use client';

import { Button, TextInput, UnstyledButton } from '@mantine/core';
import { useState } from 'react';
import type { ModuleInput, ModuleView, Slot } from '../../services/parts/parts';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { Tiles } from '../shared/forms/Tiles';
import { useAction } from '../shared/forms/use-action';
import { dayDate } from '../shared/marks/when';
import classes from './Modules.module.css';
import { lifeHours } from './words';

export interface ModuleActions {
  add: (input: ModuleInput) => Promise<Outcome<unknown>>;
  move: (moduleId: string, machineId: string | null) => Promise<Outcome<unknown>>;
  replace: (moduleId: string, why: string, serial: string) => Promise<Outcome<unknown>>;
  end: (moduleId: string, why: string) => Promise<Outcome<unknown>>;
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
            It died
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
              onClick={() => move.run(other.id, machine.id)}
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
              onClick={() => move.run(fitted.id, null)}
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

function Replace({
  kind,
  fitted,
  actions,
  close,
}: {
  kind: Slot['kind'];
  fitted: ModuleView;
  actions: Pick<ModuleActions, 'replace' | 'end'>;
  close: () => void;
}) {
  const [why, setWhy] = useState<string | null>(null);
  const [other, setOther] = useState('');
  const [serial, setSerial] = useState('');
  const { run, pending, problem, at } = useAction(actions.replace, close);
  const ending = useAction(actions.end, close);
  const reason = other.trim() || (why ?? '');
  return (
    <div className={classes.form}>
      <Tiles
        legend={`What did ${fitted.serial} die of?`}
        tiles={kind.deaths.map((value) => ({ value, label: value }))}
        value={why}
        onChange={setWhy}
        clearable
      />
      <TextInput
        label="or in words"
        value={other}
        onChange={(event) => setOther(event.currentTarget.value)}
      />
      <TextInput
        label="Serial number of the new one"
        value={serial}
        onChange={(event) => setSerial(event.currentTarget.value)}
        error={at('serial')}
      />
      <ProblemNote problem={ending.problem ?? (problem?.field === 'serial' ? null : problem)} />
      <div className={classes.row}>
        <Button loading={pending} onClick={() => run(fitted.id, reason, serial)}>
          The new one is in
        </Button>
        <Button
          variant="default"
          loading={ending.pending}
          onClick={() => ending.run(fitted.id, reason)}
        >
          Nothing in its place yet
        </Button>
      </div>
    </div>
  );
}

function Add({
  kind,
  machine,
  here,
  add,
  close,
}: {
  kind: string;
  machine: SlotsProps['machine'];
  /** it is the one in the machine, and has been all along */
  here: boolean;
  add: ModuleActions['add'];
  close: () => void;
}) {
  const [serial, setSerial] = useState('');
  const [name, setName] = useState('');
  const [had, setHad] = useState('');
  const { run, pending, problem, at } = useAction(add, close);
  return (
    <form
      className={classes.form}
      onSubmit={(event) => {
        event.preventDefault();
        run({
          kind,
          serial,
          name,
          hadHours: Number(had.replace(',', '.')) || 0,
          machineId: here ? machine.id : null,
          at: here ? null : Date.now(),
        });
      }}
    >
      <p className="quiet">
        {here
          ? `The one that is in ${machine.nickname}: its counters go on as they are.`
          : 'It goes into the drawer; swap it in from there.'}
      </p>
      <TextInput
        label="Serial number"
        value={serial}
        onChange={(event) => setSerial(event.currentTarget.value)}
        error={at('serial')}
      />
      <TextInput
        label="What it is"
        placeholder="20 W blue"
        value={name}
        onChange={(event) => setName(event.currentTarget.value)}
      />
      <TextInput
        label="Run hours it had before"
        inputMode="decimal"
        placeholder="0"
        value={had}
        onChange={(event) => setHad(event.currentTarget.value)}
        error={at('hadHours')}
      />
      <ProblemNote problem={problem?.field === 'serial' ? null : problem} />
      <div>
        <Button type="submit" loading={pending}>
          Note it
        </Button>
      </div>
    </form>
  );
}
