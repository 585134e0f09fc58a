'use client';

import { useMay } from '../shared/frame/Allowed';
import classes from './Setup.module.css';

const groups = [
  {
    name: 'Shop',
    rooms: [
      ['/setup', 'Shop and machines'],
      ['/setup/labels', 'Labels'],
    ],
  },
  {
    name: 'People',
    rooms: [
      ['/setup/people', 'People'],
      ['/setup/time', 'Time and bookings'],
    ],
  },
  {
    name: 'Care',
    rooms: [
      ['/setup/methods', 'Methods'],
      ['/setup/weights', 'Soil weights'],
    ],
  },
  { name: 'Stock', rooms: [['/setup/stores', 'Stores']] },
  {
    name: 'Connections',
    rooms: [
      ['/setup/mail', 'Mail'],
      ['/setup/devices', 'Devices'],
    ],
  },
  {
    name: 'Data',
    rooms: [
      ['/setup/copies', 'Copies'],
      ['/import', 'Import'],
      ['/record', 'Record and export'],
    ],
  },
] as const;

type Room = (typeof groups)[number]['rooms'][number][0];

/** The pages of Set-up. */
export function SetupRooms({ here }: { here: Room }) {
  const mayClean = useMay('clean');
  const maySetUp = useMay('set up');
  return (
    <nav className={classes.rooms} aria-label="Pages of Set-up">
      {groups.map(({ name, rooms }) => {
        const open = rooms.filter(([path]) => (path === '/setup/stores' ? mayClean : maySetUp));
        if (open.length === 0) return null;
        return (
          <span key={name} className={classes.group}>
            <span className="quiet">{name}</span>
            {open.map(([path, room]) => (
              <a
                key={path}
                className="line"
                href={path}
                aria-current={path === here ? 'page' : undefined}
              >
                {room}
              </a>
            ))}
          </span>
        );
      })}
    </nav>
  );
}
