'use client';

import type { changeSetting } from '../../services/setup/settings';
import type { Send } from '../shared/forms/send';
import { Checkbox, Group } from '@mantine/core';
import { may, roles, type Role } from '../../core/people/roles';
import type { LabelAsks as Asks } from '../../services/shop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { Tiles } from '../shared/forms/Tiles';
import { useAction } from '../shared/forms/use-action';

/** What a label asks of whoever logs or reports there. */
export function LabelAsks({
  asks,
  codeRoles,
  change,
}: {
  asks: Asks;
  /** for whom a code is enough */
  codeRoles: readonly Role[];
  change: Send<typeof changeSetting>;
}) {
  const { run, problem } = useAction(change);
  return (
    <section className="panel" aria-labelledby="asks" style={{ marginTop: 16 }}>
      <h2 id="asks">On the labels</h2>
      <Tiles<Asks>
        legend="Who logs or reports at a machine gives"
        tiles={[
          { value: 'nothing', label: 'a name, if they like', hint: 'nobody is held up' },
          { value: 'name', label: 'a name from the list' },
          { value: 'code', label: 'their own short code', hint: 'nobody can sign for another' },
        ]}
        value={asks}
        onChange={(value) => value && run({ name: 'label-asks', value })}
      />
      {asks === 'code' && (
        <Checkbox.Group
          label="A code is enough for"
          description="Others can watch a code being typed: whoever may do more signs in instead."
          value={[...codeRoles]}
          onChange={(chosen) => run({ name: 'code-roles', value: chosen.join(', ') || 'nobody' })}
          mt="sm"
        >
          <Group mt={6}>
            {roles
              .filter((role) => may(role, 'log'))
              .map((role) => (
                <Checkbox key={role} value={role} label={`${role}s`} />
              ))}
          </Group>
        </Checkbox.Group>
      )}
      <p className="quiet">
        A report of danger is taken from anybody, and whether a machine is ready is told to anybody.
      </p>
      <ProblemNote problem={problem} />
    </section>
  );
}
