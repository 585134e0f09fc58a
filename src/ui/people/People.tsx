'use client';

import { Button, CopyButton, NativeSelect, Radio, Stack, TextInput } from '@mantine/core';
import { useState } from 'react';
import { roles, roleWords, type Role } from '../../core/people/roles';
import type {
  bringBack,
  changeRole,
  endPerson,
  Person,
  signOutPerson,
} from '../../services/people/people';
import { Below, useFirst } from '../shared/first-picture';
import { ProblemNote } from '../shared/forms/ProblemNote';
import type { Ask, Send } from '../shared/forms/send';
import { SendForm } from '../shared/forms/SendForm';
import { useSendForm } from '../shared/forms/use-send-form';
import { useAction } from '../shared/forms/use-action';
import { ago } from '../shared/marks/when';
import { CodeForm } from './CodeForm';
import classes from './People.module.css';
import type { giveCode, dropCode } from '../../services/people/codes';

type Link = { link: string | null; qr: string | null };

/** People in the first picture of the page. */
const firstPeople = 8;

interface PeopleProps {
  people: Person[];
  /** whoever looks */
  self: string | null;
  now: number;
  zone: string;
  actions: {
    add: Ask<[{ name: string; role: Role; account: boolean }], Link>;
    invite: Ask<[personId: string], Link>;
    role: Send<typeof changeRole>;
    end: Send<typeof endPerson>;
    back: Send<typeof bringBack>;
    giveCode: Send<typeof giveCode>;
    dropCode: Send<typeof dropCode>;
    signOut: Send<typeof signOutPerson>;
  };
}

/** Everybody of the shop: who may what, who is signed in where. */
export function People({ people, self, now, zone, actions }: PeopleProps) {
  const [link, setLink] = useState<{ of: string; href: string; qr: string } | null>(null);
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
            <CopyButton value={link.href}>
              {({ copied, copy }) => (
                <Button variant="default" onClick={copy}>
                  {copied ? 'Copied' : 'Copy'}
                </Button>
              )}
            </CopyButton>
            <div className={classes.qr} dangerouslySetInnerHTML={{ __html: link.qr }} />
          </div>
        )}
        <ul className={classes.people}>
          {useFirst(people, firstPeople).map((person) => (
            <One
              key={person.id}
              person={person}
              self={person.id === self}
              now={now}
              zone={zone}
              actions={actions}
              onLink={(href, qr) => setLink({ of: person.name, href, qr })}
            />
          ))}
        </ul>
      </section>
      <AddPerson
        add={actions.add}
        onAdded={(name, { link: href, qr }) => setLink(href && qr ? { of: name, href, qr } : null)}
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
  onLink: (href: string, qr: string) => void;
} & Pick<PeopleProps, 'now' | 'zone' | 'actions'>) {
  const { id, name, role, account, endedAt, places } = person;
  const change = useAction(actions.role);
  const invite = useAction(actions.invite, ({ link, qr }) => link && qr && onLink(link, qr));
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
          <NativeSelect
            aria-label={`Role of ${name}`}
            data={[...roles]}
            value={role}
            onChange={({ currentTarget }) =>
              change.run({ personId: id, role: currentTarget.value as Role })
            }
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
          <Below>
            <div className={classes.more}>
              <Button variant="default" loading={invite.pending} onClick={() => invite.run(id)}>
                {account ? 'Link for a new password' : 'Invitation link'}
              </Button>
              {account && (
                <Button
                  variant="default"
                  loading={signOut.pending}
                  disabled={places.length === 0}
                  onClick={() => signOut.run({ personId: id, placeId: null })}
                >
                  Sign out everywhere
                </Button>
              )}
              {!self && (
                <Button variant="default" loading={end.pending} onClick={() => end.run(id)}>
                  Mark as left
                </Button>
              )}
            </div>
            <CodeForm
              name={name}
              has={person.hasCode}
              give={() => actions.giveCode(id)}
              drop={() => actions.dropCode(id)}
            />
          </Below>
        </details>
      )}
      <ProblemNote problem={problem} />
    </li>
  );
}

interface AddPersonProps {
  add: PeopleProps['actions']['add'];
  onAdded: (name: string, invited: Link) => void;
}

function AddPerson({ add, onAdded }: AddPersonProps) {
  const form = useSendForm(add, {
    initial: { name: '', role: 'operator' as Role, account: true },
    input: (typed) => typed,
    onDone: (invited: Link, { name }) => onAdded(name, invited),
    clears: true,
  });
  return (
    <section className="panel" aria-labelledby="add">
      <h2 id="add">Add somebody</h2>
      <SendForm
        of={form}
        button="Add and invite"
        beside={
          <Button
            variant="default"
            loading={form.pending}
            onClick={() => form.submit({ account: false })}
          >
            Only for labels
          </Button>
        }
      >
        <TextInput label="Name" {...form.field('name')} />
        <Radio.Group label="Role" {...form.field('role')}>
          <Stack gap={6} mt={4}>
            {roles.map((role) => (
              <Radio key={role} value={role} label={role} description={roleWords[role]} />
            ))}
          </Stack>
        </Radio.Group>
      </SendForm>
    </section>
  );
}
