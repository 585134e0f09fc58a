'use client';

import type { holdMachine } from '../../services/machines/holds';
import type {
  addStation,
  changeCard,
  removeStation,
  restoreStation,
  renameMachine,
  renameStation,
  renewLabel,
  retireMachine,
} from '../../services/machines/machines';
import type { Ask, Send } from '../shared/forms/send';
import { Button, NativeSelect, Textarea, TextInput, UnstyledButton } from '@mantine/core';
import { useState } from 'react';
import { Confirm } from '../shared/forms/Confirm';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { SendForm } from '../shared/forms/SendForm';
import { useSendForm } from '../shared/forms/use-send-form';
import { useAction } from '../shared/forms/use-action';
import classes from './Machine.module.css';

interface ManageProps {
  machine: { id: string; nickname: string };
  stations: { id: string; name: string }[];
  kinds: { id: string; name: string }[];
  rename: Send<typeof renameMachine>;
  retire: Send<typeof retireMachine>;
  renewLabel: Send<typeof renewLabel>;
  hold: Send<typeof holdMachine>;
  addStation: Send<typeof addStation>;
  renameStation: Send<typeof renameStation>;
  removeStation: Send<typeof removeStation>;
  restoreStation: Send<typeof restoreStation>;
  /** stations that can be brought back */
  removed: { id: string; name: string }[];
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
          action={(text) => props.rename({ machineId: machine.id, nickname: text })}
        />
        <OneLine
          label="Put on hold, in words operators read"
          initial=""
          button="Hold"
          action={(text) => props.hold({ machineId: machine.id, words: text })}
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
          label="Retire it: it leaves the rack, the plan and its label; its record stays, and Set-up brings it back. Why?"
          initial=""
          button="Retire"
          action={(text) => props.retire({ machineId: machine.id, reason: text })}
        />
      </div>
    </details>
  );
}

interface OneLineProps {
  label: string;
  initial: string;
  button: string;
  action: Ask<[text: string]>;
}

function OneLine({ label, initial, button, action }: OneLineProps) {
  const form = useSendForm(action, { initial: { text: initial }, input: ({ text }) => text });
  return (
    <SendForm of={form} button={button} buttonProps={{ variant: 'default' }} row>
      <TextInput label={label} {...form.field('text')} flex={1} />
    </SendForm>
  );
}

function Stations({
  machine,
  stations,
  kinds,
  addStation,
  renameStation,
  removeStation,
  restoreStation,
  removed,
}: ManageProps) {
  const form = useSendForm(addStation, {
    initial: { kind: kinds[0]!.id, name: '' },
    input: (typed) => ({ machineId: machine.id, ...typed }),
    clears: true,
  });
  const [editing, setEditing] = useState<string | null>(null);
  const restore = useAction(restoreStation);
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
                  const outcome = await renameStation({ stationId: station.id, name: text });
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
                  <Confirm
                    button="Remove"
                    of={station.name}
                    title={`Remove ${station.name}?`}
                    act={() => removeStation(station.id)}
                  >
                    <p>
                      Its care tasks leave the ribbon, the counts and the plan of {machine.nickname}
                      . What was recorded of it stays in the record, and it can be brought back
                      here, its counters as if it had never gone.
                    </p>
                  </Confirm>
                </span>
              </>
            )}
          </li>
        ))}
      </ul>
      {removed.length > 0 && (
        <p className="quiet">
          Removed:{' '}
          {removed.map(({ id, name }) => (
            <span key={id}>
              {name}{' '}
              <UnstyledButton
                td="underline"
                aria-label={`Bring back ${name}`}
                onClick={() => restore.run(id)}
              >
                Bring back
              </UnstyledButton>{' '}
            </span>
          ))}
        </p>
      )}
      <ProblemNote problem={restore.problem} />
      <SendForm of={form} button="Add" buttonProps={{ variant: 'default' }} row>
        <NativeSelect
          label="Add a station"
          data={kinds.map(({ id, name: label }) => ({ value: id, label }))}
          {...form.field('kind')}
        />
        <TextInput
          label="Its name here"
          placeholder={kinds.find(({ id }) => id === form.values.kind)?.name}
          {...form.field('name')}
        />
      </SendForm>
    </div>
  );
}

interface CardProps {
  machineId: string;
  fields: (readonly [field: string, label: string])[];
  card: Record<string, string>;
  change: Send<typeof changeCard>;
}

/** The machine card: shown, or edited in place. */
export function Card(props: CardProps) {
  const [editing, setEditing] = useState(false);
  const { fields, card } = props;
  const known = fields.filter(([field]) => card[field]);
  return (
    <section className="panel" aria-labelledby="card">
      <h2 id="card">Machine card</h2>
      {editing ? (
        <CardForm {...props} close={() => setEditing(false)} />
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
          <UnstyledButton td="underline" mt={8} onClick={() => setEditing(true)}>
            Edit the card
          </UnstyledButton>
        </>
      )}
    </section>
  );
}

function CardForm({ machineId, fields, card, change, close }: CardProps & { close: () => void }) {
  const form = useSendForm(change, {
    initial: Object.fromEntries(fields.map(([field]) => [field, card[field] ?? ''])),
    input: (typed) => ({ machineId, card: typed }),
    onDone: close,
    guarded: true,
  });
  return (
    <SendForm
      of={form}
      button="Save"
      beside={
        <Button variant="default" onClick={close}>
          Cancel
        </Button>
      }
    >
      {fields.map(([field, label]) => (
        <Textarea key={field} label={label} minRows={1} {...form.field(field)} />
      ))}
    </SendForm>
  );
}
