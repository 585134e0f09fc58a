import { Allowed } from './Allowed';

/** In place of what a shop without machines would show. @param children what comes here once there is one */
export function NoMachines({ children }: { children: string }) {
  return (
    <section className="panel">
      <h2>No machines yet</h2>
      <p>{children}</p>
      <Allowed right="set up">
        <a className="line" href="/machines/new">
          Add a machine
        </a>
      </Allowed>
    </section>
  );
}
