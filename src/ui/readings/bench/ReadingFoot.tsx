'use client';

import { Checkbox, TextInput } from '@mantine/core';
import type { GetInputPropsReturnType } from '@mantine/form';
import type { Beside } from './use-reading';

/** What stands at the foot of every instrument: whether this is the baseline, and a note. */
export function ReadingFoot({
  compared = true,
  field,
}: {
  /** later readings are held against it @default true */
  compared?: boolean;
  field: (name: keyof Beside, type?: 'checkbox') => GetInputPropsReturnType;
}) {
  return (
    <>
      {compared && (
        <Checkbox
          label="The baseline: the machine is clean and sound, later readings are held against this one"
          {...field('baseline', 'checkbox')}
        />
      )}
      <TextInput label="Note" maw={520} {...field('note')} />
    </>
  );
}
