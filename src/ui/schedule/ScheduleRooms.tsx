import { Allowed } from '../shared/frame/Allowed';
import classes from './Schedule.module.css';

const rooms = [
  { path: '/plan', name: 'Weeks ahead', right: 'see' },
  { path: '/plan/week', name: 'Week sheet', right: 'see' },
  { path: '/plan/order', name: 'To order', right: 'see' },
  { path: '/plan/load', name: 'Is there time enough?', right: 'see' },
  { path: '/setup/time', name: 'Time and bookings', right: 'set up' },
] as const;

/** The pages of the plan. */
export function ScheduleRooms({ here }: { here: (typeof rooms)[number]['path'] }) {
  return (
    <header className={classes.top}>
      <h1>Plan</h1>
      <nav className={classes.rooms} aria-label="Pages of the plan">
        {rooms.map(({ path, name, right }) => (
          <Allowed key={path} right={right}>
            <a className="line" href={path} aria-current={path === here ? 'page' : undefined}>
              {name}
            </a>
          </Allowed>
        ))}
      </nav>
    </header>
  );
}
