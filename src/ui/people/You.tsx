'use client';

import { Button, PasswordInput } from '@mantine/core';
import type { ReactNode } from 'react';
import type { Person } from '../../services/people/people';
import { ProblemNote } from '../shared/forms/ProblemNote';
import type { Ask } from '../shared/forms/send';
import { SendForm } from '../shared/forms/SendForm';
import { useSendForm } from '../shared/forms/use-send-form';
import { useAction } from '../shared/forms/use-action';
import { ago } from '../shared/marks/when';
import { CodeForm } from './CodeForm';
import classes from './People.module.css';

interface YouProps {
  self: Person;
  now: number;
  zone: string;
  /** what else is one's own */
  children: ReactNode;
  actions: {
    password: Ask<[{ present: string; next: string }]>;
    giveCode: Ask<[], string>;
    dropCode: Ask;
    signOut: Ask<[placeId: string]>;
  };
}

/** So many places are listed; what is older is only counted. */
const placesShown = 12;

/** One's own password, code and the places where one is signed in. */
export function You({ self, now, zone, actions, children }: YouProps) {
  const signOut = useAction(actions.signOut);
  const older = self.places.length - placesShown;
  return (
    <div className={classes.page}>
      <div className={classes.stack}>
        {children}
        <section className="panel" aria-labelledby="places">
          <h2 id="places">Where you are signed in</h2>
          <ul className={classes.people}>
            {self.places.slice(0, placesShown).map(({ id, since, lastSeen, browser }) => (
              <li key={id}>
                <div className={classes.head}>
                  <div>
                    {browserWords(browser)}
                    <div className="quiet">
                      since {ago(since, now, zone)}, last seen {ago(lastSeen, now, zone)}
                    </div>
                  </div>
                  <Button
                    variant="default"
                    loading={signOut.pending}
                    onClick={() => signOut.run(id)}
                    aria-label={`Sign out of ${browserWords(browser)}`}
                  >
                    Sign out
                  </Button>
                </div>
              </li>
            ))}
          </ul>
          {older > 0 && (
            <p className="quiet">
              and {older} older {older === 1 ? 'one' : 'ones'}: a new password signs you out of all
              others.
            </p>
          )}
          <ProblemNote problem={signOut.problem} />
        </section>
      </div>
      <section className="panel" aria-labelledby="secrets">
        <h2 id="secrets">Password and code</h2>
        <Password change={actions.password} />
        <CodeForm
          name={self.name}
          has={self.hasCode}
          give={actions.giveCode}
          drop={actions.dropCode}
        />
      </section>
    </div>
  );
}

/** "Firefox on Linux", as far as a browser says. */
function browserWords(agent: string): string {
  const browser = /(Firefox|Edg|Chrome|Safari)\//.exec(agent)?.[1]?.replace('Edg', 'Edge');
  const system = /(Android|iPhone|iPad|Windows|Mac OS|Linux)/.exec(agent)?.[1];
  if (!browser) return 'Another browser';
  return system ? `${browser} on ${system}` : browser;
}

function Password({ change }: { change: YouProps['actions']['password'] }) {
  const form = useSendForm(change, {
    initial: { present: '', next: '' },
    input: (typed) => typed,
    said: 'Changed. Everywhere else you are signed out.',
    clears: true,
  });
  return (
    <SendForm of={form} button="Change the password" buttonProps={{ variant: 'default' }}>
      <PasswordInput
        label="Present password"
        autoComplete="current-password"
        {...form.field('present')}
      />
      <PasswordInput
        label="New password"
        description="At least 10 characters."
        autoComplete="new-password"
        {...form.field('next')}
      />
    </SendForm>
  );
}
