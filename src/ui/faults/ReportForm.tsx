'use client';

import { Button, FileInput, Textarea, TextInput, UnstyledButton } from '@mantine/core';
import { useState } from 'react';
import { v7 } from 'uuid';
import { adviceFor, dangerAdvice, reportedDanger, signs, type Danger } from '../../catalogue/signs';
import type { ReportInput, Reported } from '../../services/faults';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../forms/ProblemNote';
import { Tiles } from '../forms/Tiles';
import { useAction } from '../forms/use-action';
import classes from './Faults.module.css';

interface ReportFormProps {
  /** what to do first in this shop in an emergency */
  stop: string;
  machines: { id: string; nickname: string }[];
  initial: string | null;
  report: (input: ReportInput, files: FormData) => Promise<Outcome<Reported>>;
  onReported: (reported: Reported) => void;
  /** asks who reports @default false */
  askName?: boolean;
  name?: string;
  onName?: (name: string) => void;
}

const judgements: { value: Danger; label: string; hint: string }[] = [
  { value: 'stop', label: 'No: dangerous', hint: dangerAdvice.stop },
  { value: 'pause', label: 'No: it should stand', hint: dangerAdvice.pause },
  { value: 'degraded', label: 'It still works, badly', hint: dangerAdvice.degraded },
  { value: 'nuisance', label: 'It can wait', hint: dangerAdvice.nuisance },
];

/** Reports what is seen. Never asks for the cause. */
export function ReportForm({
  machines,
  initial,
  report,
  onReported,
  askName = false,
  name = '',
  onName,
  stop,
}: ReportFormProps) {
  const [key] = useState(() => v7());
  const [machineId, setMachineId] = useState(initial);
  const [chosen, setChosen] = useState<string[]>([]);
  const [judged, setJudged] = useState<Danger | null>(null);
  const [note, setNote] = useState('');
  const [material, setMaterial] = useState('');
  const [still, setStill] = useState<'yes' | 'no' | null>(null);
  const [photo, setPhoto] = useState<File | null>(null);
  const { run, pending, problem } = useAction(report, onReported);
  const danger = chosen.length > 0 ? reportedDanger(chosen, judged) : null;

  return (
    <form
      className={classes.form}
      onSubmit={(event) => {
        event.preventDefault();
        const files = new FormData();
        if (photo) files.set('photo', photo);
        run(
          {
            machineId: machineId ?? '',
            signs: chosen as [string, ...string[]],
            danger: judged,
            note,
            material,
            stillHappens: still === null ? null : still === 'yes',
            key,
          },
          files,
        );
      }}
    >
      {machines.length > 1 && (
        <Tiles
          legend="Machine"
          compact
          tiles={machines.map(({ id, nickname }) => ({ value: id, label: nickname }))}
          value={machineId}
          onChange={setMachineId}
        />
      )}
      <div role="group" aria-label="What do you notice?">
        <h2>What do you notice?</h2>
        <div className={classes.signs}>
          {signs.map((sign) => {
            const on = chosen.includes(sign.id);
            return (
              <UnstyledButton
                key={sign.id}
                className={classes.sign}
                aria-pressed={on}
                onClick={() =>
                  setChosen((before) =>
                    on ? before.filter((id) => id !== sign.id) : [...before, sign.id],
                  )
                }
              >
                {sign.words}
              </UnstyledButton>
            );
          })}
        </div>
      </div>
      {danger && (
        <p className={classes.advice} role="status">
          {adviceFor(danger, stop)}
        </p>
      )}
      <Textarea
        label="In your words"
        placeholder="What were you doing, since when, what changed?"
        value={note}
        onChange={(event) => setNote(event.currentTarget.value)}
        error={problem?.field === 'note' ? problem.message : undefined}
      />
      <FileInput
        label="Photo"
        placeholder="take or choose one"
        accept="image/jpeg,image/png,image/webp"
        value={photo}
        onChange={setPhoto}
        clearable
        maw={320}
      />
      {askName && (
        <TextInput
          label="Your name"
          autoComplete="name"
          value={name}
          onChange={(event) => onName?.(event.currentTarget.value)}
          maw={320}
        />
      )}
      <details>
        <summary>More: can it wait, does it still happen, what was worked</summary>
        <div className={classes.form} style={{ marginTop: 10 }}>
          <Tiles<Danger>
            legend="Can it wait? (only if you think it is worse than that)"
            clearable
            tiles={judgements}
            value={judged}
            onChange={setJudged}
          />
          <Tiles
            legend="Does it still happen?"
            compact
            clearable
            tiles={[
              { value: 'yes', label: 'yes' },
              { value: 'no', label: 'no' },
            ]}
            value={still}
            onChange={(value) => setStill(value as 'yes' | 'no' | null)}
          />
          <TextInput
            label="What was being worked?"
            value={material}
            onChange={(event) => setMaterial(event.currentTarget.value)}
            maw={320}
          />
        </div>
      </details>
      <ProblemNote problem={problem?.field === 'note' ? null : problem} />
      <div className={classes.submit}>
        <Button
          type="submit"
          size="lg"
          loading={pending}
          disabled={!machineId || chosen.length === 0}
        >
          Report it
        </Button>
      </div>
    </form>
  );
}
