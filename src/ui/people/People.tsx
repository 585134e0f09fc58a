'use client';

import { Button, Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import { roles, roleWords, type Role } from '../../core/people/roles';
import type { Person } from '../../services/people/people';
import type { Outcome } from '../../services/shop';
import { ProblemNote } from '../shared/forms/ProblemNote';
import { useAction } from '../shared/forms/use-action';
import { ago } from '../shared/marks/when';
import { CodeForm } from './CodeForm';
import classes from './People.module.css';

type Change<A extends unknown[]> = (...args: A) => Promise<Outcome<unknown>>;
type Link = { link: string | null };

interface PeopleProps {
  people: Person[];
  /** whoever looks */
  self: string | null;
  now: number;
  zone: string;
  actions: {
    add: (input: { name: string; role: string; account: boolean }) => Promise<Outcome<Link>>;
    invite: (personId: string) => Promise<Outcome<Link>>;
    role: Change<[personId: string, role: string]>;
    end: Change<[personId: string]>;
    back: Change<[personId: string]>;
    giveCode: (personId: string) => Promise<Outcome<string>>;
    dropCode: Change<[personId: string]>;
    signOut: Change<[personId: string, placeId: string | null]>;
  };
}

/** Everybody of the shop: who may what, who is signed in where. */
export function People({ people, self, now, zone, actions }: PeopleProps) {
  const [link, setLink] = useState<{ of: string; href: string } | null>(null);
  return (
    <div className={classes.page}>
      <section className="panel" aria-labelledby="everybody">
        <h2 id="everybody">Everybody</h2>
        {link && (
          <div className={classes.link} role="status">
            <p>
              Give <b>{link.of}</b> this link. It works once, within seven days, and is not shown
              again.
            </p>
            <code>{link.href}</code>
          </div>
        )}
        <ul className={classes.people}>
          {people.map((person) => (
            <One
              key={person.id}
              person={person}
              self={person.id === self}
              now={now}
              zone={zone}
              actions={actions}
              onLink={(href) => setLink({ of: person.name, href })}
            />
          ))}
        </ul>
      </section>
      <AddPerson
        add={actions.add}
        onAdded={(name, href) => setLink(href ? { of: name, href } : null)}
      />
    </div>
  );
}

function standing({ endedAt, account, invited, places }: Person, now: number, zone: string) {
  if (endedAt !== null) return `left ${ago(endedAt, now, zone)}`;
  if (!account) return invited ? 'invited, has not come in yet' : 'chosen by name on labels only';
  const seen = places[0];
  if (!seen) return 'not signed in anywhere';
  return `signed in${places.length === 1 ? '' : ` in ${places.length} places`}, last seen ${ago(seen.lastSeen, now, zone)}`;
}

function One({
  person,
  self,
  now,
  zone,
  actions,
  onLink,
}: {
  person: Person;
  self: boolean;
  onLink: (href: string) => void;
} & Pick<PeopleProps, 'now' | 'zone' | 'actions'>) {
  const { id, name, role, account, endedAt, places } = person;
  const change = useAction(actions.role);
  const invite = useAction(actions.invite, ({ link }) => link && onLink(link));
  const end = useAction(actions.end);
  const back = useAction(actions.back);
  const signOut = useAction(actions.signOut);
  const problem =
    change.problem ?? invite.problem ?? end.problem ?? back.problem ?? signOut.problem;
  return (
    <li data-gone={endedAt !== null || undefined}>
      <div className={classes.head}>
        <div>
          <b>{name}</b> {self && <span className="quiet">(you)</span>}
          <div className="quiet">{standing(person, now, zone)}</div>
        </div>
        {endedAt === null ? (
          <Select
            aria-label={`Role of ${name}`}
            data={[...roles]}
            value={role}
            allowDeselect={false}
            onChange={(value) => value && change.run(id, value)}
            w={150}
          />
        ) : (
          <Button variant="default" loading={back.pending} onClick={() => back.run(id)}>
            Bring back
          </Button>
        )}
      </div>
      {endedAt === null && (
        <details>
          <summary>Invitation, code, sign-out</summary>
          <div className={classes.more}>
            <Button variant="default" loading={invite.pending} onClick={() => invite.run(id)}>
              {account ? 'Link for a new password' : 'Invitation link'}
            </Button>
            {account && (
              <Button
                variant="default"
                loading={signOut.pending}
                disabled={places.length === 0}
                onClick={() => signOut.run(id, null)}
              >
                Sign out everywhere
              </Button>
            )}
            {!self && (
              <Button variant="default" loading={end.pending} onClick={() => end.run(id)}>
                Has left
              </Button>
            )}
          </div>
          <CodeForm
            name={name}
            has={person.hasCode}
            give={() => actions.giveCode(id)}
            drop={() => actions.dropCode(id)}
          />
        </details>
      )}
      <ProblemNote problem={problem} />
    </li>
  );
}

function AddPerson({
  add,
  onAdded,
}: {
  add: PeopleProps['actions']['add'];
  onAdded: (name: string, link: string | null) => void;
}) {
  const [name, setName] = useState('');
  const [role, setRole] = useState<Role>('operator');
  const { run, pending, problem, at } = useAction(add, ({ link }) => {
    onAdded(name, link);
    setName('');
  });
  return (
    <section className="panel" aria-labelledby="add">
      <h2 id="add">Add somebody</h2>
      <form
        className={classes.form}
        onSubmit={(event) => {
          event.preventDefault();
          run({ name, role, account: true });
        }}
      >
        <TextInput
          label="Name"
          value={name}
          onChange={(event) => setName(event.currentTarget.value)}
          error={at('name')}
        />
        <fieldset className={classes.roles}>
          <legend>Role</legend>
          {roles.map((one) => (
            <label key={one}>
              <input
                type="radio"
                name="role"
                checked={role === one}
                onChange={() => setRole(one)}
              />
              <span>
                <b>{one}</b> <span className="quiet">{roleWords[one]}</span>
              </span>
            </label>
          ))}
        </fieldset>
        <ProblemNote problem={problem?.field === 'name' ? null : problem} />
        <div className={classes.more}>
          <Button type="submit" loading={pending}>
            Add and invite
          </Button>
          <Button
            variant="default"
            loading={pending}
            onClick={() => run({ name, role, account: false })}
          >
            Only for labels
          </Button>
        </div>
      </form>
    </section>
  );
}
