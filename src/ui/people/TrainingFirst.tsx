'use client';

import { Checkbox, Group } from '@mantine/core';
import { exercises, exerciseWords, type Exercise } from '../../core/people/exercises';
import type { changeSetting } from '../../services/setup/settings';
import { ProblemNote } from '../shared/forms/ProblemNote';
import type { Send } from '../shared/forms/send';
import { useAction } from '../shared/forms/use-action';

/** What somebody has practised before they become a helper or a technician. */
export function TrainingFirst({
  asked,
  change,
}: {
  asked: readonly Exercise[];
  change: Send<typeof changeSetting>;
}) {
  const { run, problem } = useAction(change);
  return (
    <section className="panel" aria-labelledby="training-first" style={{ marginTop: 16 }}>
      <h2 id="training-first">Before somebody may clean</h2>
      <Checkbox.Group
        label="A new helper or technician has passed"
        description="Who has the role already keeps it. Everybody can practise, operators too."
        value={[...asked]}
        onChange={(chosen) =>
          run({ name: 'training-first', value: chosen.join(', ') || 'nothing' })
        }
      >
        <Group mt={6}>
          {exercises.map((exercise) => (
            <Checkbox key={exercise} value={exercise} label={exerciseWords[exercise].name} />
          ))}
        </Group>
      </Checkbox.Group>
      <ProblemNote problem={problem} />
      <p className="quiet">
        What each has practised stands with the{' '}
        <a className="line" href="/trainer">
          trainer
        </a>
        .
      </p>
    </section>
  );
}
