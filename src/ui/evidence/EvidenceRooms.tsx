import classes from './Evidence.module.css';

const rooms = [
  { path: '/evidence', name: 'Intervals' },
  { path: '/evidence/compare', name: 'Side by side' },
  { path: '/evidence/reliability', name: 'Reliability' },
  { path: '/evidence/costs', name: 'Costs and lives' },
  { path: '/evidence/forecast', name: 'Forecasts' },
] as const;

/** The pages of the evidence. */
export function EvidenceRooms({ here }: { here: (typeof rooms)[number]['path'] }) {
  return (
    <header className={classes.top}>
      <h1>Evidence</h1>
      <nav className={classes.rooms} aria-label="Pages of the evidence">
        {rooms.map(({ path, name }) => (
          <a
            key={path}
            className="line"
            href={path}
            aria-current={path === here ? 'page' : undefined}
          >
            {name}
          </a>
        ))}
      </nav>
    </header>
  );
}
