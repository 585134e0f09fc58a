import type { Right } from '../../core/people/roles';

/** A page that can be found by its name, or by what people call what is on it. */
export interface Place {
  name: string;
  href: string;
  right: Right;
  also: string;
}

export const places: readonly Place[] = [
  { name: 'Today', href: '/', right: 'see', also: 'overview ribbons due start' },
  { name: 'Plan', href: '/plan', right: 'see', also: 'schedule weeks ahead calendar' },
  { name: 'Week sheet', href: '/plan/week', right: 'see', also: 'print paper plan' },
  { name: 'Order list', href: '/plan/order', right: 'see', also: 'buy consumables stores plan' },
  { name: 'Load', href: '/plan/load', right: 'see', also: 'capacity hours quarter plan' },
  { name: 'Faults', href: '/faults', right: 'see', also: 'open broken repair' },
  { name: 'Report a fault', href: '/faults/new', right: 'report', also: 'broken wrong smoke' },
  { name: 'Log hours', href: '/log', right: 'log', also: 'session use run time' },
  { name: 'Import', href: '/import', right: 'clean', also: 'csv table history spreadsheet file' },
  { name: 'Clean', href: '/clean', right: 'clean', also: 'clean-down run sheet' },
  { name: 'Several machines', href: '/clean/campaign', right: 'clean', also: 'campaign together' },
  { name: 'Bench', href: '/bench', right: 'see', also: 'instruments, readings, measure' },
  { name: 'Trainer', href: '/trainer', right: 'see', also: 'exercise, drill, learn' },
  { name: 'Add a machine', href: '/machines/new', right: 'set up', also: 'new, family, wizard' },
  { name: 'Record', href: '/record', right: 'see', also: 'book log history export csv' },
  { name: 'Set-up: shop', href: '/setup', right: 'set up', also: 'name time zone address modules' },
  {
    name: 'Set-up: people',
    href: '/setup/people',
    right: 'set up',
    also: 'invite role code password',
  },
  {
    name: 'Set-up: time and bookings',
    href: '/setup/time',
    right: 'set up',
    also: 'away window calendar',
  },
  {
    name: 'Set-up: soil weights',
    href: '/setup/weights',
    right: 'set up',
    also: 'material smoke factor',
  },
  {
    name: 'Set-up: methods',
    href: '/setup/methods',
    right: 'set up',
    also: 'alcohol acetone school wipe',
  },
  {
    name: 'Set-up: stores',
    href: '/setup/stores',
    right: 'clean',
    also: 'stock consumables swabs lens',
  },
  { name: 'Set-up: labels', href: '/setup/labels', right: 'set up', also: 'qr code print phone' },
  { name: 'Evidence: intervals', href: '/evidence', right: 'see', also: 'limits, findings' },
  {
    name: 'Evidence: side by side',
    href: '/evidence/compare',
    right: 'see',
    also: 'compare methods, machines, people',
  },
  {
    name: 'Evidence: reliability',
    href: '/evidence/reliability',
    right: 'see',
    also: 'mean time between failures, availability',
  },
  {
    name: 'Evidence: costs and lives',
    href: '/evidence/costs',
    right: 'see',
    also: 'money, parts, worn',
  },
  {
    name: 'Evidence: forecasts',
    href: '/evidence/forecast',
    right: 'see',
    also: 'expected use, back-test',
  },
  { name: 'Set-up: mail', href: '/setup/mail', right: 'set up', also: 'letters smtp digest' },
  { name: 'Set-up: devices', href: '/setup/devices', right: 'set up', also: 'api token meter' },
  {
    name: 'Set-up: copies',
    href: '/setup/copies',
    right: 'set up',
    also: 'backup restore archive',
  },
  { name: 'You', href: '/you', right: 'see', also: 'password sign out code account' },
];

/** Pages of one machine. */
export const machinePlaces: readonly Place[] = [
  { name: 'strength', href: '/strength', right: 'see', also: 'test burn power baseline' },
  { name: 'bench', href: '/bench', right: 'see', also: 'instruments, readings, measure' },
  { name: 'after a fire', href: '/after-fire', right: 'clean', also: 'burnt extinguisher' },
  { name: 'care plan', href: '/plan', right: 'set up', also: 'limits interval tasks' },
  { name: 'build', href: '/build', right: 'set up', also: 'head nozzle variant grease' },
  { name: 'before this book', href: '/before', right: 'set up', also: 'past last cleaned hours' },
  { name: 'meter', href: '/meter', right: 'log', also: 'hour counter controller files' },
  { name: 'label', href: '/label', right: 'clean', also: 'qr code print' },
];
