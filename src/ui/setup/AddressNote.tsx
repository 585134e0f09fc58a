import type { PublicAddress } from '../../services/setup/address';
import { Allowed } from '../shared/frame/Allowed';

const origins = {
  server: "as the server's settings say",
  shop: 'as Set-up says',
  'in use': 'the address you use now',
  found: 'found on this computer',
} as const;

/** Where printed codes and links lead, whether a phone gets there, and where to change it. */
export function AddressNote({ address, alone }: { address: PublicAddress; alone: boolean }) {
  const change = (
    <Allowed right="set up">
      {' '}
      <a className="line" href="/setup">
        Say another in Set-up
      </a>
      .
    </Allowed>
  );
  if (!address.from) {
    return (
      <p className="quiet">
        <b>This computer has no address in a network:</b> no code or link would lead anywhere.
        {change}
      </p>
    );
  }
  return (
    <p className="quiet">
      Codes and links lead to <b>{address.base}</b>, {origins[address.from]}.
      {address.from !== 'server' && change}
      {alone && (
        <>
          {' '}
          The server listens to this computer alone now: start it with <code>HOST=0.0.0.0</code>, so
          that phones get there.
        </>
      )}
    </p>
  );
}
