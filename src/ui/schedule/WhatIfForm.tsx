import { Button, NumberInput, Select } from '@mantine/core';
import { useState } from 'react';
import type { Lane, WhatIf } from '../../services/schedule/problem';
import { dateOf, dayOf, weekdays } from '../../core/units/wall-clock';
import { WhenField } from '../shared/forms/WhenField';
import classes from './Schedule.module.css';

export interface WhatIfProps {
  lanes: readonly Lane[];
  today: number;
  busy: boolean;
  ask: (question: string, input: WhatIf) => void;
}

/** The questions: an evening less, a machine used more, nobody there for a while. */
export function WhatIfForm({ lanes, today, busy, ask }: WhatIfProps) {
  const [weekday, setWeekday] = useState('4');
  const [machine, setMachine] = useState(lanes[0]?.id ?? '');
  const [times, setTimes] = useState(2);
  const [from, setFrom] = useState(dateOf(today + 7));
  const [to, setTo] = useState(dateOf(today + 16));
  const nickname = lanes.find(({ id }) => id === machine)?.nickname ?? '';
  return (
    <>
      <form
        className={classes.form}
        onSubmit={(event) => {
          event.preventDefault();
          ask(`What if there were no ${weekdays[Number(weekday)]} evenings`, {
            without: { weekday: Number(weekday), part: 'evening' },
          });
        }}
      >
        <Select
          label="No evenings on"
          // it stands where the button was that asked for it
          autoFocus
          data={weekdays.map((name, at) => ({ value: String(at), label: name }))}
          value={weekday}
          onChange={(value) => setWeekday(value ?? '4')}
          allowDeselect={false}
          w={150}
        />
        <Button type="submit" variant="default" disabled={busy}>
          See
        </Button>
      </form>
      <form
        className={classes.form}
        onSubmit={(event) => {
          event.preventDefault();
          ask(`What if ${nickname} ran ${times} times as much for four weeks`, {
            busier: { machineId: machine, times, from: today, days: 28 },
          });
        }}
      >
        <Select
          label="Machine"
          data={lanes.map(({ id, nickname: name }) => ({ value: id, label: name }))}
          value={machine}
          onChange={(value) => setMachine(value ?? machine)}
          allowDeselect={false}
          w={150}
        />
        <NumberInput
          label="runs times"
          min={0}
          max={10}
          step={0.5}
          value={times}
          onChange={(value) => setTimes(Number(value))}
          w={96}
        />
        <Button type="submit" variant="default" disabled={busy}>
          See
        </Button>
      </form>
      <form
        className={classes.form}
        onSubmit={(event) => {
          event.preventDefault();
          ask(`What if nobody were there from ${from} to ${to}`, {
            away: { from: dayOf(from), to: dayOf(to) },
          });
        }}
      >
        <WhenField type="date" label="Nobody from" value={from} onChange={setFrom} />
        <WhenField type="date" label="to" value={to} onChange={setTo} />
        <Button type="submit" variant="default" disabled={busy}>
          See
        </Button>
      </form>
    </>
  );
}
