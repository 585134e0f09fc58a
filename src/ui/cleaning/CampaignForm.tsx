'use client';

import type { startCampaign } from '../../services/cleaning/campaigns';
import type { Send } from '../shared/forms/send';
import { Button, Checkbox, TextInput } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { CareState } from '../../core/care/due';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import { SheetTakes, type AskSheetMinutes } from './SheetTakes';
import { StateMark } from '../shared/marks/StateMark';
import classes from './Campaign.module.css';

/** A machine with what is due on it. */
export interface CampaignMachine {
  id: string;
  nickname: string;
  state: CareState;
  /** being cleaned already */
  busy: boolean;
  tasks: { stationId: string; task: string; station: string; minutes: number }[];
}

const keyOf = ({ stationId, task }: CampaignMachine['tasks'][number]) => `${stationId}.${task}`;

interface CampaignFormProps {
  machines: CampaignMachine[];
  me: string;
  start: Send<typeof startCampaign>;
  minutesOf: AskSheetMinutes;
  /** UTC milliseconds */
  now: number;
  zone: string;
}

/** Which machines, and who takes part. */
export function CampaignForm({ machines, me, start, minutesOf, now, zone }: CampaignFormProps) {
  const router = useRouter();
  const free = machines.filter(({ busy, tasks }) => !busy && tasks.length > 0);
  const [chosen, setChosen] = useState(() => new Set(free.slice(0, 2).map(({ id }) => id)));
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [people, setPeople] = useState([me]);
  const taken = (tasks: CampaignMachine['tasks']) => tasks.filter((task) => !left.has(keyOf(task)));
  const { run, pending, problem } = useAction(start, ({ campaignId }: { campaignId: string }) =>
    router.push(`/clean/campaign/${campaignId}`),
  );
  return (
    <form
      className={classes.form}
      onSubmit={(event) => {
        event.preventDefault();
        run({
          people: people.map((name) => name.trim()).filter(Boolean),
          machines: free
            .filter(({ id, tasks }) => chosen.has(id) && taken(tasks).length > 0)
            .map(({ id, tasks }) => ({
              machineId: id,
              tasks: taken(tasks).map(({ stationId, task }) => ({ stationId, task })),
            })),
        });
      }}
    >
      <fieldset className={classes.group}>
        <legend>Machines, with what is due on them</legend>
        {machines.map(({ id, nickname, state, busy, tasks }) => (
          <div key={id} className={classes.machine}>
            <Checkbox
              size="lg"
              label={nickname}
              disabled={busy || tasks.length === 0}
              checked={chosen.has(id)}
              onChange={(event) => {
                const on = event.currentTarget.checked;
                setChosen((before) => {
                  const after = new Set(before);
                  if (on) after.add(id);
                  else after.delete(id);
                  return after;
                });
              }}
            />
            <span className="quiet">
              {busy
                ? 'being cleaned already'
                : tasks.length === 0
                  ? 'nothing due'
                  : `${taken(tasks).length} of ${tasks.length} tasks`}
              {!busy && taken(tasks).length > 0 && (
                <>
                  : by itself{' '}
                  <SheetTakes
                    subject={{ machineId: id }}
                    keys={taken(tasks).map(keyOf)}
                    ask={minutesOf}
                    now={now}
                    zone={zone}
                  />
                </>
              )}
            </span>
            <StateMark state={state} />
            {chosen.has(id) && !busy && (
              <div className={classes.tasks}>
                {tasks.map((task) => (
                  <Checkbox
                    key={keyOf(task)}
                    label={`${task.station}, ${task.minutes} min hands-on`}
                    checked={!left.has(keyOf(task))}
                    onChange={(event) => {
                      const on = event.currentTarget.checked;
                      setLeft((before) => {
                        const after = new Set(before);
                        if (on) after.delete(keyOf(task));
                        else after.add(keyOf(task));
                        return after;
                      });
                    }}
                  />
                ))}
              </div>
            )}
          </div>
        ))}
      </fieldset>
      <fieldset className={classes.group}>
        <legend>Who takes part</legend>
        {people.map((name, index) => (
          <TextInput
            key={index}
            aria-label={`Person ${index + 1}`}
            value={name}
            onChange={(event) => {
              const value = event.currentTarget.value;
              setPeople((before) => before.with(index, value));
            }}
          />
        ))}
        {people.length < 4 && (
          <Button variant="default" onClick={() => setPeople((before) => [...before, ''])}>
            Add a person
          </Button>
        )}
      </fieldset>
      <ProblemNote problem={problem} />
      <div>
        <Button type="submit" size="lg" loading={pending} disabled={chosen.size === 0}>
          Start on {chosen.size} {chosen.size === 1 ? 'machine' : 'machines'}
        </Button>
      </div>
    </form>
  );
}
