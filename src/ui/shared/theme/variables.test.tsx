import { MantineProvider } from '@mantine/core';
import fs from 'node:fs';
import path from 'node:path';
import { renderToStaticMarkup } from 'react-dom/server';
import { theme } from './theme';

const file = path.join(__dirname, 'variables.css');

/**
 * What the library would write into every page of a theme, without hues that we have none of: it is the same on each, so
 * it stands in a file.
 */
function variablesOf(): string {
  const page = renderToStaticMarkup(<MantineProvider theme={theme} withGlobalClasses={false} />);
  const css = /<style[^>]*>([^]*)<\/style>/.exec(page)![1]!;
  return css
    .replaceAll(
      /--mantine-color-(pink|grape|violet|indigo|blue|cyan|teal|green|lime|yellow|orange)-[^;]*;/g,
      '',
    )
    .replaceAll('"', "'")
    .replaceAll(/\s*([{};])\s*/g, '$1')
    .replaceAll('{', ' {\n')
    .replaceAll(';', ';\n')
    .replaceAll('}', '}\n');
}

test('the file of variables is what the theme makes of them (GOLDEN=write writes it)', () => {
  const css = variablesOf();
  if (process.env['GOLDEN'] === 'write') fs.writeFileSync(file, css);
  const plain = (text: string) => text.replaceAll(/\s+/g, ' ').trim();
  expect(plain(fs.readFileSync(file, 'utf8'))).toBe(plain(css));
});
