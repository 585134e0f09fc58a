'use client';

import { Autocomplete, NumberInput, Stack, TextInput } from '@mantine/core';
import type { changeSetting, SettingName } from '../../services/setup/settings';
import type { Send } from '../shared/forms/send';
import { SendForm } from '../shared/forms/SendForm';
import { useSendForm } from '../shared/forms/use-send-form';

interface ShopFormProps {
  name: string;
  timezone: string;
  /** what to do first when there is fire, sparks or a broken guard */
  stop: string;
  /** percent of the baseline under which a machine returns only with a restriction */
  floor: number;
  /** percent of cleanings that may find it soiled */
  risk: number;
  /** percent of the limit of the fire load from which a machine is held; 0: never */
  fireHold: number;
  /** for so many hours whoever logged a session may take it back themselves */
  undoHours: number;
  /** the address phones reach the server by; empty: not said */
  address: string;
  /** those of this computer in its networks */
  addresses: string[];
  zones: string[];
  change: Send<typeof changeSetting>;
}

/** The shop's name, time zone, its word for an emergency and its floor of strength. */
export function ShopForm({
  name,
  timezone,
  stop,
  floor,
  risk,
  fireHold,
  undoHours,
  address,
  addresses,
  zones,
  change,
}: ShopFormProps) {
  return (
    <Stack gap="md" maw={760}>
      <Setting name="name" value={name} change={change}>
        {(field) => <TextInput label="Name of the shop" {...field} flex={1} />}
      </Setting>
      <Setting name="timezone" value={timezone} change={change}>
        {(field) => (
          <Autocomplete
            label="Time zone"
            description="Decides what a day is. A change counts all days anew."
            data={zones}
            limit={8}
            {...field}
            flex={1}
          />
        )}
      </Setting>
      <Setting name="stop-instruction" value={stop} change={change}>
        {(field) => (
          <TextInput
            label="Fire, sparks, broken guard"
            description="What to do first here. Stands on every label and after such a report."
            {...field}
            flex={1}
          />
        )}
      </Setting>
      <Setting name="address" value={address} change={change}>
        {(field) => (
          <Autocomplete
            label="Address phones reach this server by"
            description="Labels, invitations, calendar links and letters lead there."
            placeholder={addresses[0] ?? 'http://192.168.1.20:3000'}
            data={addresses}
            {...field}
            flex={1}
          />
        )}
      </Setting>
      <Setting name="strength-floor" value={floor} change={change}>
        {(field) => (
          <NumberInput
            label="Floor of strength, % of the baseline"
            description="Under it a repaired machine returns only with a restriction."
            min={10}
            max={100}
            {...field}
            flex={1}
          />
        )}
      </Setting>
      <Setting name="accepted-risk" value={risk} change={change}>
        {(field) => (
          <NumberInput
            label="May be found soiled, percent of cleanings"
            description="Limits are proposed so from what was found. Fewer is cleaner and takes more minutes."
            min={5}
            max={50}
            {...field}
            flex={1}
          />
        )}
      </Setting>
      <Setting name="fire-hold" value={fireHold} change={change}>
        {(field) => (
          <NumberInput
            label="Hold a machine from this fire load on, % of the limit"
            description="Until what can burn is cleaned out. 100 to 500; 0: it is said and holds nothing."
            min={0}
            max={500}
            {...field}
            flex={1}
          />
        )}
      </Setting>
      <Setting name="undo-hours" value={undoHours} change={change}>
        {(field) => (
          <NumberInput
            label="Undo what one logged oneself, hours"
            description="From the device it was logged on. 0: only the technician corrects."
            min={0}
            max={168}
            {...field}
            flex={1}
          />
        )}
      </Setting>
    </Stack>
  );
}

interface SettingProps {
  name: SettingName;
  value: string | number;
  change: ShopFormProps['change'];
  /** draws the field */
  children: (field: object) => React.ReactNode;
}

/** One setting, kept by itself. */
function Setting({ name, value, change, children }: SettingProps) {
  const form = useSendForm(change, {
    initial: { value },
    input: (typed) => ({ name, value: String(typed.value) }),
    said: (kept: string) => `Saved: ${kept}`,
    guarded: true,
  });
  return (
    <SendForm of={form} button="Save" buttonProps={{ variant: 'default' }} row>
      {children(form.field('value'))}
    </SendForm>
  );
}
