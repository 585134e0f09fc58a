import localFont from 'next/font/local';

// A font that is not here in a page's first moment is left for the next page: nothing moves under a finger because it came.
// Letters beyond western Europe come when a page has one. What is built from these must be written out each time.

const text = localFont({
  src: [
    {
      path: '../../node_modules/@fontsource/atkinson-hyperlegible/files/atkinson-hyperlegible-latin-400-normal.woff2',
      weight: '400',
    },
    {
      path: '../../node_modules/@fontsource/atkinson-hyperlegible/files/atkinson-hyperlegible-latin-700-normal.woff2',
      weight: '700',
    },
  ],
  variable: '--text-latin',
  display: 'optional',
});

const textBeyond = localFont({
  src: [
    {
      path: '../../node_modules/@fontsource/atkinson-hyperlegible/files/atkinson-hyperlegible-latin-ext-400-normal.woff2',
      weight: '400',
    },
    {
      path: '../../node_modules/@fontsource/atkinson-hyperlegible/files/atkinson-hyperlegible-latin-ext-700-normal.woff2',
      weight: '700',
    },
  ],
  variable: '--text-beyond',
  display: 'swap',
  preload: false,
  adjustFontFallback: false,
  declarations: [
    {
      prop: 'unicode-range',
      value:
        'U+0100-02BA, U+02BD-02C5, U+02C7-02CC, U+02CE-02D7, U+02DD-02FF, U+1E00-1E9F, U+1EF2-1EFF, U+2020, U+20A0-20AB, U+20AD-20C0, U+2113, U+2C60-2C7F, U+A720-A7FF',
    },
  ],
});

const label = localFont({
  src: [
    {
      path: '../../node_modules/@fontsource/barlow-condensed/files/barlow-condensed-latin-500-normal.woff2',
      weight: '500',
    },
    {
      path: '../../node_modules/@fontsource/barlow-condensed/files/barlow-condensed-latin-600-normal.woff2',
      weight: '600',
    },
    {
      path: '../../node_modules/@fontsource/barlow-condensed/files/barlow-condensed-latin-700-normal.woff2',
      weight: '700',
    },
  ],
  variable: '--label-latin',
  display: 'optional',
});

const labelBeyond = localFont({
  src: [
    {
      path: '../../node_modules/@fontsource/barlow-condensed/files/barlow-condensed-latin-ext-500-normal.woff2',
      weight: '500',
    },
    {
      path: '../../node_modules/@fontsource/barlow-condensed/files/barlow-condensed-latin-ext-600-normal.woff2',
      weight: '600',
    },
  ],
  variable: '--label-beyond',
  display: 'swap',
  preload: false,
  adjustFontFallback: false,
  declarations: [
    {
      prop: 'unicode-range',
      value:
        'U+0100-02BA, U+02BD-02C5, U+02C7-02CC, U+02CE-02D7, U+02DD-02FF, U+1E00-1E9F, U+1EF2-1EFF, U+2020, U+20A0-20AB, U+20AD-20C0, U+2113, U+2C60-2C7F, U+A720-A7FF',
    },
  ],
});

/** Names the families in the variables that `global.css` puts together. */
export const fontVariables = [text, textBeyond, label, labelBeyond]
  .map(({ variable }) => variable)
  .join(' ');
