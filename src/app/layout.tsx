import '@mantine/core/styles.css';
import '../ui/shared/theme/variables.css';
import '../ui/shared/theme/global.css';
import { ColorSchemeScript, mantineHtmlProps } from '@mantine/core';
import type { Metadata, Viewport } from 'next';
import { headers } from 'next/headers';
import { connection } from 'next/server';
import type { ReactNode } from 'react';
import { offsetsAround } from '../core/units/zone';
import { EntryPage } from '../ui/people/EntryPage';
import { Connection } from '../ui/shared/connection/Connection';
import { ShopZone } from '../ui/shared/marks/ShopZone';
import { SoftLinks } from '../ui/shared/SoftLinks';
import { earlyPressScript } from '../ui/shared/theme/early-press';
import { schemeScript } from '../ui/shared/theme/scheme';
import { Theme } from '../ui/shared/theme/Theme';
import { shopTrouble, theShop } from './_server/shop';
import { fontVariables } from './fonts';

export const metadata: Metadata = {
  title: { default: 'Bitacora', template: '%s · Bitacora' },
  description: 'Keeps the laser machines of a small shop clean, counted and proved.',
};

export const viewport: Viewport = { width: 'device-width', initialScale: 1 };

export default async function RootLayout({ children }: { children: ReactNode }) {
  await connection(); // nothing is opened while the app is built
  const nonce = (await headers()).get('x-nonce') ?? '';
  const trouble = shopTrouble();
  return (
    <html lang="en" className={fontVariables} {...mantineHtmlProps}>
      <head>
        <ColorSchemeScript defaultColorScheme="auto" nonce={nonce} />
        {/* a browser shows no page the mark of its scripts: what the server wrote is not what it reads */}
        <script
          nonce={nonce}
          suppressHydrationWarning
          dangerouslySetInnerHTML={{ __html: `${schemeScript}\n${earlyPressScript}` }}
        />
      </head>
      <body>
        <Theme>
          <SoftLinks />
          {trouble === null ? (
            <WithClock>{children}</WithClock>
          ) : (
            <EntryPage title="The book cannot be opened" lead={trouble}>
              <p className="quiet">
                Nothing was changed. This page tries again when it is reloaded.
              </p>
            </EntryPage>
          )}
        </Theme>
      </body>
    </html>
  );
}

/** Pages of a shop whose book is open: they read the shop's clock, and say when the server stops answering. */
function WithClock({ children }: { children: ReactNode }) {
  const shop = theShop();
  const madeAt = shop.now();
  return (
    <>
      <ShopZone offsets={offsetsAround(madeAt, shop.zone)} />
      <Connection madeAt={madeAt} zone={shop.zone} />
      {children}
    </>
  );
}
