'use client';

import { Checkbox, TextInput, UnstyledButton } from '@mantine/core';
import { FigureInput } from '../shared/forms/FigureInput';
import type {
  ConnectorWait,
  OrderRule,
  setConnectorWait,
  turnOrderRule,
} from '../../services/machines/builds';
import { SendForm } from '../shared/forms/SendForm';
import type { Send } from '../shared/forms/send';
import { figure, useSendForm } from '../shared/forms/use-send-form';
import { dayDate } from '../shared/marks/when';
import classes from './Build.module.css';

interface OrderRulesProps {
  machineId: string;
  rules: readonly OrderRule[];
  wait: ConnectorWait;
  now: number;
  zone: string;
  turn: Send<typeof turnOrderRule>;
  setWait: Send<typeof setConnectorWait>;
}

/** What is our own way in the order of work, and may be turned round; and the wait before connectors. */
export function OrderRules({ machineId, rules, wait, now, zone, turn, setWait }: OrderRulesProps) {
  return (
    <>
      <section className={`panel ${classes.rules}`} aria-labelledby="order">
        <h2 id="order">Order of work: our own way</h2>
        <p className="quiet">
          Safety and physics are not turned round: made safe first, dust before glass, nothing
          delicate open while dust is raised, dry before power. These are matters of taste.
        </p>
        {rules.map((rule) => (
          <Rule key={rule.id} {...{ machineId, rule, now, zone, turn }} />
        ))}
      </section>
      <Wait machineId={machineId} wait={wait} setWait={setWait} />
    </>
  );
}

function Rule({
  machineId,
  rule: { id, name, turnedName, why, turned, unconfirmed },
  now,
  zone,
  turn,
}: Pick<OrderRulesProps, 'machineId' | 'now' | 'zone' | 'turn'> & { rule: OrderRule }) {
  const form = useSendForm(turn, {
    initial: { reason: '', doubted: false, saidBy: '', otherBy: '', as: null as boolean | null },
    input: ({ reason, doubted, saidBy, otherBy, as }) => ({
      machineId,
      rule: id,
      // a doubt leaves it as it stands
      turned: as ?? (doubted ? turned !== null : turned === null),
      reason,
      ...(doubted && { saidBy, otherBy }),
    }),
    clears: true,
  });
  const { doubted } = form.values;
  const settle = (as: boolean, who: string) =>
    form.submit({ as, doubted: false, reason: `confirmed, as ${who} said` });
  return (
    <div className={classes.rule}>
      <div>
        <b>{turned ? turnedName : name}</b>
        <br />
        <span className="quiet">
          {turned
            ? `${turned.by}, ${dayDate(turned.at, zone, now)}: ${turned.reason}`
            : `because ${why}`}
        </span>
        {unconfirmed && (
          <div className={classes.unconfirmed}>
            <b>To be confirmed.</b> So says {unconfirmed.by}; {unconfirmed.otherBy} says:{' '}
            {turned ? name : turnedName}.{' '}
            <UnstyledButton td="underline" onClick={() => settle(turned !== null, unconfirmed.by)}>
              It is as {unconfirmed.by} says
            </UnstyledButton>{' '}
            <UnstyledButton
              td="underline"
              onClick={() => settle(turned === null, unconfirmed.otherBy)}
            >
              It is as {unconfirmed.otherBy} says
            </UnstyledButton>
          </div>
        )}
        {!unconfirmed && (
          <Checkbox
            mt={8}
            label="Somebody says otherwise: to be confirmed"
            checked={doubted}
            onChange={(event) => form.set({ doubted: event.currentTarget.checked })}
          />
        )}
      </div>
      <SendForm
        of={form}
        button={doubted ? 'Keep the doubt' : turned ? 'Our way again' : 'Turn it round'}
        buttonProps={{ variant: 'default' }}
        row
      >
        {doubted && (
          <>
            <TextInput label="Who says it as it stands" w="100%" {...form.field('saidBy')} />
            <TextInput label="Who says the other way round" w="100%" {...form.field('otherBy')} />
          </>
        )}
        <TextInput label="Why, on this machine?" flex={1} {...form.field('reason')} />
      </SendForm>
    </div>
  );
}

function Wait({
  machineId,
  wait,
  setWait,
}: Pick<OrderRulesProps, 'machineId' | 'wait' | 'setWait'>) {
  const form = useSendForm(setWait, {
    initial: { minutes: wait.minutes as number | string, source: wait.source ?? '' },
    input: ({ minutes, source }) => ({ machineId, minutes: figure(minutes), source }),
    said: 'Saved.',
  });
  return (
    <section className={`panel ${classes.rules}`} aria-labelledby="wait">
      <h2 id="wait">Wait before connectors</h2>
      <p className="quiet">
        {wait.source === null
          ? `${wait.minutes} minutes, common practice: the manual or the label of this machine may say another figure.`
          : `${wait.minutes} minutes: ${wait.source}.`}
      </p>
      <SendForm of={form} button="Save" buttonProps={{ variant: 'default' }} row>
        <FigureInput label="Minutes" w={110} min={0} max={120} {...form.field('minutes')} />
        <TextInput
          label="Where the figure is from"
          placeholder="the manual, page and edition"
          flex={1}
          {...form.field('source')}
        />
      </SendForm>
    </section>
  );
}
