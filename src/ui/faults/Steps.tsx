'use client';

import {
  Autocomplete,
  Button,
  FileInput,
  NumberInput,
  Select,
  Tabs,
  Textarea,
  TextInput,
} from '@mantine/core';
import { useState } from 'react';
import { causes } from '../../catalogue/causes';
import type { Fault } from '../../services/faults';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../forms/ProblemNote';
import { Tiles } from '../forms/Tiles';
import { useAction } from '../forms/use-action';
import classes from './Faults.module.css';

type Step<I, Rest extends unknown[] = []> = (input: I, ...rest: Rest) => Promise<Outcome<unknown>>;
type ClosedAs = NonNullable<Fault['closedAs']>;

interface StepsProps {
  fault: Pick<Fault, 'id' | 'stage'> & { held: boolean };
  /** other faults of the machine, for naming the one this duplicates */
  others: { id: string; words: string }[];
  diagnose: Step<{ faultId: string; cause: string; note: string }>;
  repair: Step<
    { faultId: string; action: string; part: string; minutes: number; note: string },
    [FormData]
  >;
  prove: Step<{ faultId: string; tested: string; passed: boolean; note: string }>;
  close: Step<{ faultId: string; as: ClosedAs; duplicateOf: string | null; note: string }>;
}

const next: Readonly<Record<Fault['stage'], string>> = {
  reported: 'diagnosis',
  diagnosed: 'repair',
  repaired: 'proof',
  proved: 'close',
  closed: 'close',
};

/** What can be done about an open fault; the step that comes next is open. */
export function Steps(props: StepsProps) {
  const { fault } = props;
  return (
    <Tabs key={fault.stage} defaultValue={next[fault.stage]} color="copper">
      <Tabs.List mb="md">
        <Tabs.Tab value="diagnosis">Diagnosis</Tabs.Tab>
        <Tabs.Tab value="repair">Repair</Tabs.Tab>
        <Tabs.Tab value="proof">Proof</Tabs.Tab>
        <Tabs.Tab value="close">Close</Tabs.Tab>
      </Tabs.List>
      <Tabs.Panel value="diagnosis">
        <Diagnosis {...props} />
      </Tabs.Panel>
      <Tabs.Panel value="repair">
        <Repair {...props} />
      </Tabs.Panel>
      <Tabs.Panel value="proof">
        <Proof {...props} />
      </Tabs.Panel>
      <Tabs.Panel value="close">
        <Close {...props} />
      </Tabs.Panel>
    </Tabs>
  );
}

function Diagnosis({ fault, diagnose }: StepsProps) {
  const [cause, setCause] = useState('');
  const [note, setNote] = useState('');
  const { run, pending, problem } = useAction(diagnose, () => {
    setCause('');
    setNote('');
  });
  const known = causes.find(({ words }) => words === cause);
  return (
    <form
      className={classes.form}
      onSubmit={(event) => {
        event.preventDefault();
        run({ faultId: fault.id, cause: known?.id ?? cause, note });
      }}
    >
      <Autocomplete
        label="Cause"
        description="Choose from the list, or write your own."
        data={causes.map(({ words }) => words)}
        value={cause}
        onChange={setCause}
        limit={30}
      />
      <Textarea
        label="What speaks for it"
        value={note}
        onChange={(event) => setNote(event.currentTarget.value)}
      />
      <ProblemNote problem={problem} />
      <div>
        <Button type="submit" loading={pending}>
          Record the diagnosis
        </Button>
      </div>
    </form>
  );
}

const actionWords = [
  'cleaned',
  'aligned',
  'reseated',
  'adjusted',
  'replaced',
  'awaiting part',
  'sent out',
];

function Repair({ fault, repair }: StepsProps) {
  const empty = { action: '', part: '', minutes: '' as number | '', note: '' };
  const [input, setInput] = useState(empty);
  const [photo, setPhoto] = useState<File | null>(null);
  const { run, pending, problem } = useAction(repair, () => {
    setInput(empty);
    setPhoto(null);
  });
  const set = (change: Partial<typeof input>) => setInput((before) => ({ ...before, ...change }));
  return (
    <form
      className={classes.form}
      onSubmit={(event) => {
        event.preventDefault();
        const files = new FormData();
        if (photo) files.set('photo', photo);
        run({ faultId: fault.id, ...input, minutes: Number(input.minutes || 0) }, files);
      }}
    >
      <Autocomplete
        label="What was done"
        data={actionWords}
        value={input.action}
        onChange={(action) => set({ action })}
      />
      <TextInput
        label="Part and serial number, if one was replaced"
        value={input.part}
        onChange={(event) => set({ part: event.currentTarget.value })}
      />
      <NumberInput
        label="Minutes hands-on"
        min={0}
        allowDecimal={false}
        value={input.minutes}
        onChange={(minutes) => set({ minutes: minutes === '' ? '' : Number(minutes) })}
        maw={160}
      />
      <Textarea
        label="Found, and anything left temporary"
        value={input.note}
        onChange={(event) => set({ note: event.currentTarget.value })}
      />
      <FileInput
        label="Photo"
        placeholder="take or choose one"
        accept="image/jpeg,image/png,image/webp"
        value={photo}
        onChange={setPhoto}
        clearable
      />
      <ProblemNote problem={problem} />
      <div>
        <Button type="submit" loading={pending}>
          Record the repair
        </Button>
      </div>
    </form>
  );
}

const tests = [
  'travel square, by hand then powered',
  'frame run',
  'test burn at baseline',
  'dots at four corners and centre',
  'tissue held at each corner',
  'ten minutes running without alarm',
];

function Proof({ fault, prove }: StepsProps) {
  const [tested, setTested] = useState('');
  const [note, setNote] = useState('');
  const [passed, setPassed] = useState<'yes' | 'no' | null>(null);
  const { run, pending, problem } = useAction(prove, () => {
    setTested('');
    setPassed(null);
    setNote('');
  });
  return (
    <form
      className={classes.form}
      onSubmit={(event) => {
        event.preventDefault();
        run({ faultId: fault.id, tested, passed: passed === 'yes', note });
      }}
    >
      <p className="quiet">
        Eyewear on, nobody in line, guards closed. After a head was open: travel square, frame run,
        test burn. After optics moved: dots. After fire or a broken guard: a second look by another
        person.
      </p>
      <Autocomplete label="What was tested" data={tests} value={tested} onChange={setTested} />
      <Tiles
        legend="Result"
        compact
        tiles={[
          { value: 'yes', label: 'passed' },
          { value: 'no', label: 'failed' },
        ]}
        value={passed}
        onChange={(value) => setPassed(value as 'yes' | 'no' | null)}
      />
      <Textarea
        label="Note"
        value={note}
        onChange={(event) => setNote(event.currentTarget.value)}
      />
      <ProblemNote problem={problem} />
      <div>
        <Button type="submit" loading={pending} disabled={passed === null}>
          {fault.held && passed === 'yes' ? 'Record the proof and release' : 'Record the proof'}
        </Button>
      </div>
    </form>
  );
}

function Close({ fault, others, close }: StepsProps) {
  const [as, setAs] = useState<ClosedAs | null>(fault.stage === 'proved' ? 'fixed' : null);
  const [duplicateOf, setDuplicateOf] = useState<string | null>(null);
  const [note, setNote] = useState('');
  const { run, pending, problem } = useAction(close);
  return (
    <form
      className={classes.form}
      onSubmit={(event) => {
        event.preventDefault();
        if (as) run({ faultId: fault.id, as, duplicateOf, note });
      }}
    >
      <Tiles<ClosedAs>
        legend="Closed as"
        tiles={[
          { value: 'fixed', label: 'fixed', hint: 'needs a proof that passed' },
          { value: 'not reproduced', label: 'not reproduced' },
          { value: 'duplicate', label: 'duplicate' },
          { value: 'no fault', label: 'no fault' },
        ]}
        value={as}
        onChange={setAs}
      />
      {as === 'duplicate' && (
        <Select
          label="Of which fault?"
          data={others.map(({ id, words }) => ({ value: id, label: words }))}
          value={duplicateOf}
          onChange={setDuplicateOf}
        />
      )}
      <Textarea
        label={fault.held ? 'Reason for its return without a proof' : 'Note'}
        value={note}
        onChange={(event) => setNote(event.currentTarget.value)}
      />
      <ProblemNote problem={problem} />
      <div>
        <Button type="submit" loading={pending} disabled={!as}>
          Close the fault
        </Button>
      </div>
    </form>
  );
}
