'use client';

import { SegmentedControl, SimpleGrid, TextInput } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { fireFindings, type FireDepth, type FireFinding } from '../../catalogue/after-fire';
import type { PartToLookAt, recordAfterFire } from '../../services/cleaning/after-fire';
import { SendForm } from '../shared/forms/SendForm';
import { Tiles } from '../shared/forms/Tiles';
import type { Send } from '../shared/forms/send';
import { useSendForm } from '../shared/forms/use-send-form';
import classes from './AfterFire.module.css';

interface AfterFireProps {
  machineId: string;
  parts: readonly PartToLookAt[];
  record: Send<typeof recordAfterFire>;
}

type Found = Record<string, FireFinding>;
type Notes = Record<string, string>;

const depthWords: Readonly<Record<FireDepth, string>> = {
  ordinary: 'Ordinary: sooty parts are wiped or cleaned as usual',
  deep: 'Deep: sooty parts are taken out and stripped',
};

/** What a fire left, part by part: looked at first, then cleaned, ordinarily or deep. */
export function AfterFire({ machineId, parts, record }: AfterFireProps) {
  const router = useRouter();
  const form = useSendForm(record, {
    initial: {
      burned: '',
      settings: '',
      depth: null as FireDepth | null,
      found: {} as Found,
      notes: {} as Notes,
    },
    input: ({ burned, settings, depth, found, notes }) => ({
      machineId,
      burned,
      settings,
      depth: depth as FireDepth,
      parts: parts.map(({ id }) => ({
        part: id,
        found: found[id] ?? ('not looked at' as const),
        note: notes[id] ?? '',
      })),
    }),
    onDone: ({ sheetId, faultId }) => {
      const next = sheetId ? `/clean/${sheetId}` : faultId ? `/faults/${faultId}` : null;
      router.push(next ?? `/machines/${machineId}`);
    },
  });
  const { found, notes, depth } = form.values;
  const left = parts.filter(({ id }) => (found[id] ?? 'not looked at') === 'not looked at').length;
  return (
    <SendForm
      of={form}
      button="Save the look and start the cleaning"
      buttonProps={{ size: 'lg' }}
      beside={
        <span className="quiet">
          {left === 0
            ? 'Every part was looked at.'
            : `${left} of ${parts.length} not looked at yet.`}
        </span>
      }
    >
      <SimpleGrid cols={{ base: 1, sm: 2 }}>
        <TextInput
          label="What burned"
          placeholder="resinous pine, 8 mm"
          {...form.field('burned')}
        />
        <TextInput
          label="With what settings"
          placeholder="90 % at 4 mm/s, 2 passes, air off"
          {...form.field('settings')}
        />
      </SimpleGrid>
      <section className="panel" aria-labelledby="looked">
        <h2 id="looked">Look first</h2>
        {parts.map(({ id, name, look, stations }) => (
          <div key={id} className={classes.part} data-found={found[id]}>
            <p>
              <b id={`fire-${id}`}>{name}</b>
              {stations.length > 0 && <span className="quiet"> {stations.join(', ')}</span>}
              <br />
              {look}
            </p>
            <SegmentedControl
              aria-labelledby={`fire-${id}`}
              size="md"
              classNames={{ label: classes.found }}
              data={fireFindings.map((value) => ({
                value,
                label: value === 'not looked at' ? 'not yet' : value,
              }))}
              value={found[id] ?? 'not looked at'}
              onChange={(value) => form.set({ found: { ...found, [id]: value as FireFinding } })}
            />
            <TextInput
              aria-label={`${name}: what was seen`}
              placeholder="what was seen"
              value={notes[id] ?? ''}
              onChange={(event) => {
                const words = event.currentTarget.value;
                form.set({ notes: { ...notes, [id]: words } });
              }}
            />
          </div>
        ))}
      </section>
      <Tiles<FireDepth>
        legend="Then: how deep?"
        tiles={(['ordinary', 'deep'] as const).map((value) => ({
          value,
          label: depthWords[value],
        }))}
        value={depth}
        onChange={(value) => form.set({ depth: value })}
      />
    </SendForm>
  );
}
