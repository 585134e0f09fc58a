'use client';

import { Button, NativeSelect, Textarea, TextInput, UnstyledButton } from '@mantine/core';
import { useState } from 'react';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import classes from './Machine.module.css';

interface ManageProps {
  machine: { id: string; nickname: string };
  stations: { id: string; name: string }[];
  kinds: { id: string; name: string }[];
  rename: (id: string, nickname: string) => Promise<Outcome<unknown>>;
  retire: (id: string, reason: string) => Promise<Outcome<unknown>>;
  renewLabel: (id: string) => Promise<Outcome<unknown>>;
  hold: (id: string, words: string) => Promise<Outcome<unknown>>;
  addStation: (id: string, input: { kind: string; name: string }) => Promise<Outcome<unknown>>;
  renameStation: (id: string, name: string) => Promise<Outcome<unknown>>;
  removeStation: (id: string) => Promise<Outcome<unknown>>;
}

/** What is rarely done to a machine, kept out of the way. */
export function Manage(props: ManageProps) {
  const { machine } = props;
  return (
    <details className="panel">
      <summary>Change this machine</summary>
      <div className={classes.manage}>
        <OneLine
          label="Nickname"
          initial={machine.nickname}
          button="Rename"
          action={(text) => props.rename(machine.id, text)}
        />
        <OneLine
          label="Put on hold, in words operators read"
          initial=""
          button="Hold"
          action={(text) => props.hold(machine.id, text)}
        />
        <Stations {...props} />
        <OneLine
          label="New label link: the printed label stops working. Type RENEW"
          initial=""
          button="Renew"
          action={async (text) =>
            text === 'RENEW'
              ? props.renewLabel(machine.id)
              : { ok: false, error: { field: null, message: 'Type RENEW in capitals to go on.' } }
          }
        />
        <OneLine
          label="Retire it; its book stays. Why?"
          initial=""
          button="Retire"
          action={(text) => props.retire(machine.id, text)}
        />
      </div>
    </details>
  );
}

function OneLine({
  label,
  initial,
  button,
  action,
}: {
  label: string;
  initial: string;
  button: string;
  action: (text: string) => Promise<Outcome<unknown>>;
}) {
  const [text, setText] = useState(initial);
  const { run, pending, problem } = useAction(action);
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        run(text);
      }}
    >
      <div className={classes.row}>
        <TextInput
          label={label}
          value={text}
          onChange={(event) => setText(event.currentTarget.value)}
        />
        <Button type="submit" variant="default" loading={pending}>
          {button}
        </Button>
      </div>
      <ProblemNote problem={problem} />
    </form>
  );
}

function Stations({
  machine,
  stations,
  kinds,
  addStation,
  renameStation,
  removeStation,
}: ManageProps) {
  const [kind, setKind] = useState(kinds[0]!.id);
  const [name, setName] = useState('');
  const [editing, setEditing] = useState<string | null>(null);
  const add = useAction(addStation, () => setName(''));
  const remove = useAction(removeStation);
  return (
    <div>
      <h3>Stations</h3>
      <ul className={classes.stations}>
        {stations.map((station) => (
          <li key={station.id}>
            {editing === station.id ? (
              <OneLine
                label={`New name for ${station.name}`}
                initial={station.name}
                button="Rename"
                action={async (text) => {
                  const outcome = await renameStation(station.id, text);
                  if (outcome.ok) setEditing(null);
                  return outcome;
                }}
              />
            ) : (
              <>
                <span>{station.name}</span>
                <span style={{ display: 'flex', gap: 12 }}>
                  <UnstyledButton td="underline" onClick={() => setEditing(station.id)}>
                    Rename
                  </UnstyledButton>
                  <UnstyledButton td="underline" onClick={() => remove.run(station.id)}>
                    Remove
                  </UnstyledButton>
                </span>
              </>
            )}
          </li>
        ))}
      </ul>
      <ProblemNote problem={remove.problem} />
      <div className={classes.row}>
        <NativeSelect
          label="Add a station"
          data={kinds.map(({ id, name: label }) => ({ value: id, label }))}
          value={kind}
          onChange={(event) => setKind(event.currentTarget.value)}
        />
        <TextInput
          label="Its name here"
          placeholder={kinds.find(({ id }) => id === kind)?.name}
          value={name}
          onChange={(event) => setName(event.currentTarget.value)}
        />
        <Button
          variant="default"
          loading={add.pending}
          onClick={() => add.run(machine.id, { kind, name })}
        >
          Add
        </Button>
      </div>
      <ProblemNote problem={add.problem} />
    </div>
  );
}

/** The machine card: shown, or edited in place. */
export function Card({
  machineId,
  fields,
  card,
  change,
}: {
  machineId: string;
  fields: (readonly [field: string, label: string])[];
  card: Record<string, string>;
  change: (id: string, card: Record<string, string>) => Promise<Outcome<unknown>>;
}) {
  const [draft, setDraft] = useState<Record<string, string> | null>(null);
  const { run, pending, problem } = useAction(change, () => setDraft(null));
  const known = fields.filter(([field]) => card[field]);
  return (
    <section className="panel" aria-labelledby="card">
      <h2 id="card">Machine card</h2>
      {draft ? (
        <form
          className={classes.manage}
          onSubmit={(event) => {
            event.preventDefault();
            run(machineId, draft);
          }}
        >
          {fields.map(([field, label]) => (
            <Textarea
              key={field}
              label={label}
              minRows={1}
              value={draft[field] ?? ''}
              onChange={(event) => {
                const { value } = event.currentTarget;
                setDraft((before) => ({ ...before, [field]: value }));
              }}
            />
          ))}
          <ProblemNote problem={problem} />
          <div className={classes.row}>
            <Button type="submit" loading={pending}>
              Keep
            </Button>
            <Button variant="default" onClick={() => setDraft(null)}>
              Leave as it was
            </Button>
          </div>
        </form>
      ) : (
        <>
          {known.length === 0 && (
            <p className="quiet">
              Serial number, breaker, screw sizes, which way the lens bulges: write down what you
              look for every time.
            </p>
          )}
          <dl className={classes.card}>
            {known.map(([field, label]) => (
              <div key={field} style={{ display: 'contents' }}>
                <dt>{label}</dt>
                <dd>{card[field]}</dd>
              </div>
            ))}
          </dl>
          <UnstyledButton td="underline" mt={8} onClick={() => setDraft({ ...card })}>
            Edit the card
          </UnstyledButton>
        </>
      )}
    </section>
  );
}
