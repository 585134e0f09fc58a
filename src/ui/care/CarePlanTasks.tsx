'use client';

import type { changeLimits, removeOwnTask } from '../../services/care/care-plans';
import type { Send } from '../shared/forms/send';
import {
  Button,
  Checkbox,
  NativeSelect,
  Table,
  TableTbody,
  TableTd,
  TableTh,
  TableThead,
  TableTr,
  TextInput,
  UnstyledButton,
} from '@mantine/core';
import { FigureInput } from '../shared/forms/FigureInput';
import { useState } from 'react';
import { limitKinds, type Limit, type LimitKind } from '../../core/care/care';
import { bases, type Basis, type LimitBasis } from '../../core/care/plan';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { SendForm } from '../shared/forms/SendForm';
import { Tiles } from '../shared/forms/Tiles';
import { useAction } from '../shared/forms/use-action';
import { instantIn, useSendForm } from '../shared/forms/use-send-form';
import { WhenField } from '../shared/forms/WhenField';
import { dayDate } from '../shared/marks/when';
import { type Packed, useUnpacked } from '../shared/packed';
import { useFirst } from '../shared/first-picture';
import classes from './CarePlan.module.css';
import { limitUnits, limitsWords } from '../../core/care/limit-words';
import { Dialog } from '../shared/Dialog';

export interface CarePlanTask {
  stationId: string;
  station: string;
  task: string;
  name: string;
  limits: readonly Limit[];
  basis: LimitBasis;
  own: boolean;
}

type ChangeLimits = Send<typeof changeLimits>;

interface CarePlanTasksProps {
  tasks: Packed<CarePlanTask[]>;
  zone: string;
  now: number;
  change: ChangeLimits;
  removeOwn: Send<typeof removeOwnTask>;
}

const basisWords: Readonly<Record<Basis, string>> = {
  manual: 'from the manual',
  evidence: 'from evidence',
  shop: "shop's choice",
};

/** Tasks in the first picture of the page. */
const firstTasks = 6;

/** Every task with its limits and where they come from. */
export function CarePlanTasks({ zone, now, change, removeOwn, ...props }: CarePlanTasksProps) {
  const tasks = useFirst(useUnpacked(props.tasks), firstTasks);
  const [editing, setEditing] = useState<CarePlanTask | null>(null);
  const remove = useAction(removeOwn);
  const confirm = useAction(change);
  return (
    <section className="panel" aria-labelledby="tasks">
      <h2 id="tasks">Tasks and limits</h2>
      <div className={classes.scroll}>
        <Table className={classes.tasks}>
          <TableThead>
            <TableTr>
              <TableTh>Station</TableTh>
              <TableTh>Task</TableTh>
              <TableTh>Due after</TableTh>
              <TableTh>Where the limit comes from</TableTh>
              <TableTh>
                <span className="visually-hidden">Choose</span>
              </TableTh>
            </TableTr>
          </TableThead>
          <TableTbody>
            {tasks.map((one, index) => (
              <TableTr key={`${one.stationId} ${one.task}`}>
                <TableTd className={classes.station}>
                  {tasks[index - 1]?.stationId === one.stationId ? '' : one.station}
                </TableTd>
                <TableTd>{one.name}</TableTd>
                <TableTd>{limitsWords(one.limits)}</TableTd>
                <TableTd className={classes.basis}>
                  {one.basis.from === 'school'
                    ? one.own
                      ? "the shop's own task"
                      : 'the school'
                    : `${basisWords[one.basis.from]}, ${dayDate(one.basis.since!, zone, now)}: ${one.basis.reason}`}
                  <ToConfirm task={one} confirm={confirm.run} />
                </TableTd>
                <TableTd>
                  <UnstyledButton
                    td="underline"
                    onClick={() => setEditing(one)}
                    aria-label={`Change the limits of ${one.station}: ${one.name}`}
                  >
                    Change
                  </UnstyledButton>
                  {one.own && (
                    <>
                      {' '}
                      <UnstyledButton
                        td="underline"
                        onClick={() => remove.run({ stationId: one.stationId, task: one.task })}
                      >
                        Remove
                      </UnstyledButton>
                    </>
                  )}
                </TableTd>
              </TableTr>
            ))}
          </TableTbody>
        </Table>
      </div>
      <ProblemNote problem={remove.problem ?? confirm.problem} />
      <Dialog
        opened={editing !== null}
        onClose={() => setEditing(null)}
        title={editing ? `${editing.station}: ${editing.name}` : ''}
        size="lg"
      >
        {editing && (
          <LimitForm
            key={`${editing.stationId} ${editing.task}`}
            task={editing}
            zone={zone}
            change={change}
            close={() => setEditing(null)}
          />
        )}
      </Dialog>
    </section>
  );
}

/** Two figures and who says which: whoever knows settles it by one press. */
function ToConfirm({
  task: { stationId, task, limits, basis },
  confirm,
}: {
  task: CarePlanTask;
  confirm: (input: Parameters<ChangeLimits>[0]) => void;
}) {
  if (!basis.unconfirmed || basis.from === 'school') return null;
  const { by, other, otherBy } = basis.unconfirmed;
  const settle = (agreed: readonly Limit[], who: string) =>
    confirm({
      stationId,
      task,
      limits: [...agreed],
      basis: basis.from === 'school' ? 'shop' : basis.from,
      reason: `confirmed, as ${who} said`,
    });
  return (
    <div className={classes.unconfirmed}>
      <b>To be confirmed.</b> {limitsWords(limits)} says {by}; {limitsWords(other)} says {otherBy}.{' '}
      <UnstyledButton td="underline" onClick={() => settle(limits, by)}>
        It is as {by} says
      </UnstyledButton>{' '}
      <UnstyledButton td="underline" onClick={() => settle(other, otherBy)}>
        It is as {otherBy} says
      </UnstyledButton>
    </div>
  );
}

interface LimitFormProps {
  task: CarePlanTask;
  zone: string;
  change: ChangeLimits;
  close: () => void;
}

function LimitForm({ task, zone, change, close }: LimitFormProps) {
  const form = useSendForm(change, {
    initial: {
      limits: task.limits.map((one) => ({ ...one })) as Limit[] | null,
      basis: 'shop' as Basis,
      reason: '',
      from: '',
      other: null as Limit[] | null,
      saidBy: '',
      otherBy: '',
    },
    input: ({ from, ...typed }) => ({
      stationId: task.stationId,
      task: task.task,
      ...typed,
      ...(from && { from: instantIn(zone, `${from}T00:00`) }),
    }),
    onDone: close,
    guarded: true,
  });
  const { limits, basis, other } = form.values;
  return (
    <SendForm
      of={form}
      button="Set these limits"
      beside={
        task.basis.from !== 'school' && (
          <Button
            variant="default"
            loading={form.pending}
            onClick={() => form.submit({ limits: null })}
          >
            Back to the school&apos;s
          </Button>
        )
      }
    >
      <LimitFields limits={limits ?? []} onChange={(next) => form.set({ limits: next })} />
      <Tiles
        legend="Based on"
        tiles={bases.map((value) => ({ value, label: basisWords[value] }))}
        value={basis}
        onChange={(value) => form.set({ basis: value ?? 'shop' })}
      />
      <TextInput
        label="Why"
        placeholder="what the manual says, what was found"
        {...form.field('reason')}
      />
      <WhenField type="date" label="In force from; empty: now" {...form.field('from')} />
      <Checkbox
        label="Somebody says otherwise: to be confirmed"
        checked={other !== null}
        onChange={(event) =>
          form.set({
            other: event.currentTarget.checked ? (limits ?? []).map((one) => ({ ...one })) : null,
          })
        }
      />
      {other && (
        <div className={classes.unconfirmed}>
          <TextInput label="Who says the limits above" {...form.field('saidBy')} />
          <LimitFields limits={other} onChange={(next) => form.set({ other: next })} />
          <TextInput label="Who says these" {...form.field('otherBy')} />
        </div>
      )}
    </SendForm>
  );
}

function AnotherLimit({
  label,
  kinds,
  add,
}: {
  label: string;
  kinds: readonly LimitKind[];
  add: (kind: LimitKind) => void;
}) {
  return (
    <NativeSelect
      label={label}
      data={[
        { value: '', label: 'none' },
        ...kinds.map((kind) => ({ value: kind, label: limitUnits[kind][1] })),
      ]}
      value=""
      onChange={(event) => {
        const kind = event.currentTarget.value as LimitKind | '';
        if (kind) add(kind);
      }}
      maw={400}
    />
  );
}

/** Limits being written: one of each kind at most. */
export function LimitFields({
  limits,
  onChange,
}: {
  limits: Limit[];
  onChange: (limits: Limit[]) => void;
}) {
  const unused = limitKinds.filter((kind) => !limits.some((one) => one.kind === kind));
  return (
    <div className={classes.form}>
      {limits.map(({ kind, value, notBefore }) => (
        <div key={kind} className={classes.row}>
          <FigureInput
            label={`${notBefore ? 'But not before' : 'Due after'} so many ${limitUnits[kind][1]}`}
            value={value}
            min={0}
            decimalScale={2}
            onChange={(next) =>
              onChange(
                limits.map((one) => (one.kind === kind ? { ...one, value: Number(next) } : one)),
              )
            }
            maw={260}
          />
          <UnstyledButton
            td="underline"
            pb={10}
            onClick={() => onChange(limits.filter((one) => one.kind !== kind))}
          >
            Remove
          </UnstyledButton>
        </div>
      ))}
      {unused.length > 0 && (
        <>
          <AnotherLimit
            label="Another limit, whichever comes first"
            kinds={unused}
            add={(kind) => onChange([...limits, { kind, value: 10 }])}
          />
          {limits.some(({ notBefore }) => !notBefore) && (
            <AnotherLimit
              label="But not before, where both must be reached"
              kinds={unused}
              add={(kind) => onChange([...limits, { kind, value: 10, notBefore: true }])}
            />
          )}
        </>
      )}
    </div>
  );
}
