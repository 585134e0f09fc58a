import { Link } from '../shared/Link';
import { Allowed } from '../shared/frame/Allowed';
import classes from '../machines/Machine.module.css';

const rooms = [
  { path: '/setup', name: 'Shop and machines' },
  { path: '/setup/people', name: 'People' },
  { path: '/setup/time', name: 'Time and bookings' },
  { path: '/setup/weights', name: 'Soil weights' },
  { path: '/setup/methods', name: 'Methods' },
  { path: '/setup/stores', name: 'Stores' },
  { path: '/setup/labels', name: 'Labels' },
  { path: '/setup/forecast', name: 'Forecast' },
  { path: '/setup/mail', name: 'Mail' },
  { path: '/setup/devices', name: 'Devices' },
] as const;

/** The pages of Set-up. */
export function SetupRooms({ here }: { here: (typeof rooms)[number]['path'] }) {
  return (
    <nav className={classes.rooms} aria-label="Pages of Set-up">
      {rooms.map(({ path, name }) => (
        <Allowed key={path} right={path === '/setup/stores' ? 'clean' : 'set up'}>
          <Link className="line" href={path} aria-current={path === here ? 'page' : undefined}>
            {name}
          </Link>
        </Allowed>
      ))}
    </nav>
  );
}
