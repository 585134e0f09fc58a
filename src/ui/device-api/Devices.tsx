'use client';

import { Button, CopyButton, NativeSelect, TextInput, UnstyledButton } from '@mantine/core';
import { useState } from 'react';
import type { addDevice, DeviceView, shutOutDevice } from '../../services/device-api/devices';
import { ProblemNote } from '../shared/forms/ProblemNote';
import type { Send } from '../shared/forms/send';
import { SendForm } from '../shared/forms/SendForm';
import { useSendForm } from '../shared/forms/use-send-form';
import { useAction } from '../shared/forms/use-action';
import { dayDate } from '../shared/marks/when';
import classes from '../setup/Setup.module.css';

interface DevicesProps {
  devices: DeviceView[];
  machines: { id: string; nickname: string }[];
  now: number;
  zone: string;
  add: Send<typeof addDevice>;
  shutOut: Send<typeof shutOutDevice>;
}

/** Devices that send use or read the shop, each with a token of its own. */
export function Devices({ devices, machines, now, zone, add, shutOut }: DevicesProps) {
  const [token, setToken] = useState<string | null>(null);
  const form = useSendForm(add, {
    initial: { name: '', machineId: '' },
    input: ({ name, machineId }) => ({ name, machineId: machineId || null }),
    onDone: (made: { token: string }) => setToken(made.token),
    clears: true,
  });
  const shutting = useAction(shutOut);
  return (
    <div className={classes.page}>
      <section className="panel" aria-labelledby="devices">
        <h2 id="devices">Devices</h2>
        {devices.length === 0 && (
          <p className="quiet">
            None yet. An hour meter or a screen on the wall gets a token here.
          </p>
        )}
        <ul className={classes.list}>
          {devices.map((device) => (
            <li key={device.id}>
              <b className={device.revokedAt === null ? undefined : 'struck'}>{device.name}</b>,{' '}
              {device.machine ? `sends the use of ${device.machine}` : 'reads only'}
              <div className="quiet">
                {device.revokedAt === null ? (
                  <>
                    since {dayDate(device.addedAt, zone, now)}{' '}
                    <UnstyledButton
                      td="underline"
                      disabled={shutting.pending}
                      onClick={() => shutting.run(device.id)}
                      aria-label={`Remove ${device.name}`}
                    >
                      Remove
                    </UnstyledButton>
                  </>
                ) : (
                  `shut out ${dayDate(device.revokedAt, zone, now)}; what it sent stays`
                )}
              </div>
            </li>
          ))}
        </ul>
        <ProblemNote problem={shutting.problem} />
      </section>
      <section className="panel" aria-labelledby="new-device">
        <h2 id="new-device">Add a device</h2>
        <SendForm of={form} button="Create its token">
          <TextInput
            label="Name"
            placeholder="Hour meter on the workbench"
            {...form.field('name')}
          />
          <NativeSelect
            label="What it does"
            data={[
              { value: '', label: 'reads only: a screen on the wall' },
              ...machines.map(({ id, nickname }) => ({
                value: id,
                label: `sends the use of ${nickname}`,
              })),
            ]}
            {...form.field('machineId')}
          />
        </SendForm>
        {token && (
          <div role="status">
            <p>
              <b>Its token, shown this once.</b> Only a fingerprint of it is kept; lost, make
              another.
            </p>
            <code style={{ overflowWrap: 'anywhere' }}>{token}</code>{' '}
            <CopyButton value={token}>
              {({ copied, copy }) => (
                <Button variant="default" onClick={copy}>
                  {copied ? 'Copied' : 'Copy'}
                </Button>
              )}
            </CopyButton>
          </div>
        )}
        <p className="quiet">
          Devices speak JSON to <code>/api/v1</code>; its description for programmers is at{' '}
          <a className="line" href="/api/v1/openapi.json">
            /api/v1/openapi.json
          </a>
          .
        </p>
      </section>
    </div>
  );
}
