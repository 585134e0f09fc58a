'use client';

import { Button, Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import type { AcceptedMark } from '../../services/faults/accepted-marks';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import { Allowed } from '../shared/frame/Allowed';
import { ago } from '../shared/marks/when';
import classes from './Machine.module.css';

interface MarksProps {
  machineId: string;
  marks: AcceptedMark[];
  stations: { value: string; label: string }[];
  now: number;
  zone: string;
  actions: {
    accept: (input: {
      machineId: string;
      stationId: string | null;
      words: string;
    }) => Promise<Outcome<unknown>>;
    drop: (id: string, how: string) => Promise<Outcome<unknown>>;
  };
}

/** Marks and scars that are known and harmless: whoever reports is shown them first. */
export function Marks({ machineId, marks, stations, now, zone, actions }: MarksProps) {
  const drop = useAction(actions.drop);
  const [words, setWords] = useState('');
  const [stationId, setStationId] = useState<string | null>(null);
  const accept = useAction(actions.accept, () => {
    setWords('');
    setStationId(null);
  });
  return (
    <section className="panel" aria-labelledby="marks">
      <h2 id="marks">Known and accepted</h2>
      {marks.length === 0 && (
        <p className="quiet">No mark or scar is on the list. What is on it need not be reported.</p>
      )}
      <ul className={classes.history}>
        {marks.map((mark) => (
          <li key={mark.id}>
            {mark.station && <b>{mark.station}: </b>}
            {mark.words}{' '}
            <span className="quiet">
              {mark.person}, {ago(mark.since, now, zone)}
            </span>{' '}
            <Allowed right="diagnose">
              <button
                className="go"
                disabled={drop.pending}
                onClick={() => drop.run(mark.id, 'taken off the list')}
              >
                Gone
              </button>
            </Allowed>
          </li>
        ))}
      </ul>
      <ProblemNote problem={drop.problem} />
      <Allowed right="diagnose">
        <details>
          <summary>Accept a mark</summary>
          <form
            style={{ display: 'grid', gap: 10, marginTop: 8 }}
            onSubmit={(event) => {
              event.preventDefault();
              accept.run({ machineId, stationId, words });
            }}
          >
            <Select
              label="Where"
              placeholder="the machine as a whole"
              data={stations}
              value={stationId}
              onChange={setStationId}
              clearable
            />
            <TextInput
              label="The mark"
              placeholder="scorch beside the left clamp, from before"
              value={words}
              onChange={(event) => setWords(event.currentTarget.value)}
            />
            <ProblemNote problem={accept.problem} />
            <div>
              <Button type="submit" variant="default" loading={accept.pending}>
                Accept it
              </Button>
            </div>
          </form>
        </details>
      </Allowed>
    </section>
  );
}
