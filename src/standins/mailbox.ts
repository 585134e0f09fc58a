/**
 * A simulated mailbox: takes any letter over SMTP on loopback, keeps the last ones in memory and shows
 * them on a page of its own. For the demo and the tests; never for real mail.
 *
 *   npm run standin:mailbox -- [--smtp 2525] [--page 2580]
 */
import http from 'node:http';
import type { AddressInfo } from 'node:net';
import { parseArgs } from 'node:util';
import { simpleParser } from 'mailparser';
import { SMTPServer } from 'smtp-server';

/** A letter that came in. */
export interface Received {
  at: number;
  from: string;
  to: string;
  subject: string;
  text: string;
}

/** A running mailbox. */
export interface Mailbox {
  smtpPort: number;
  /** address of its page; `/letters.json` has the same as data */
  page: string;
  letters: readonly Received[];
  close: () => Promise<void>;
}

const kept = 200;

/** Starts a mailbox; a port of 0 takes a free one. */
export async function openMailbox(smtpPort: number, pagePort: number): Promise<Mailbox> {
  const letters: Received[] = [];
  const smtp = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS'],
    allowInsecureAuth: true,
    onAuth: (auth, _session, done) => done(null, { user: auth.username ?? 'anybody' }),
    onData(stream, session, done) {
      simpleParser(stream).then((mail) => {
        const to = session.envelope.rcptTo.map(({ address }) => address).join(', ');
        letters.unshift({
          at: Date.now(),
          from: mail.from?.text ?? '',
          to,
          subject: mail.subject ?? '',
          text: mail.text ?? '',
        });
        letters.splice(kept);
        done();
      }, done);
    },
  });
  await new Promise<void>((resolve, reject) => {
    smtp.once('error', reject);
    smtp.listen(smtpPort, '127.0.0.1', resolve);
  });
  const page = http.createServer((request, response) => {
    if (request.url === '/letters.json') {
      response.setHeader('Content-Type', 'application/json');
      response.end(JSON.stringify(letters));
      return;
    }
    response.setHeader('Content-Type', 'text/html; charset=utf-8');
    response.setHeader('Content-Security-Policy', "default-src 'none'; style-src 'unsafe-inline'");
    response.end(pageOf(letters));
  });
  await new Promise<void>((resolve, reject) => {
    page.once('error', reject);
    page.listen(pagePort, '127.0.0.1', resolve);
  });
  const portOf = (server: { address: () => AddressInfo | string | null }) =>
    (server.address() as AddressInfo).port;
  return {
    smtpPort: portOf(smtp.server),
    page: `http://127.0.0.1:${portOf(page)}/`,
    letters,
    close: async () => {
      await new Promise<void>((resolve) => smtp.close(() => resolve()));
      page.closeAllConnections();
      await new Promise((resolve) => page.close(resolve));
    },
  };
}

const entities: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
};
const escaped = (text: string) => text.replace(/[&<>"]/g, (mark) => entities[mark]!);

function pageOf(letters: readonly Received[]): string {
  const shown = letters.map(
    ({ at, from, to, subject, text }) => `<article>
<h2>${escaped(subject)}</h2>
<p>${escaped(from)} to ${escaped(to)}, ${new Date(at).toISOString().slice(0, 16).replace('T', ' ')} UTC</p>
<pre>${escaped(text)}</pre>
</article>`,
  );
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>Simulated mailbox</title>
<meta http-equiv="refresh" content="10">
<style>body{font:17px/1.5 Georgia,serif;max-width:46em;margin:2em auto;padding:0 1em;background:#f3efe6;color:#222}
article{border-top:2px solid #8a7;padding:.5em 0}h1,h2{line-height:1.2}h2{font-size:1.15em;margin:.4em 0 0}p{margin:.2em 0;color:#555}pre{white-space:pre-wrap;font:inherit}</style>
<h1>Simulated mailbox</h1><p>Letters the shop sent. Nothing left this machine.</p>
${shown.join('\n') || '<p>No letter yet.</p>'}
</html>`;
}

if (process.argv[1]?.endsWith('mailbox.ts')) {
  const { values } = parseArgs({
    options: {
      smtp: { type: 'string', default: '2525' },
      page: { type: 'string', default: '2580' },
    },
  });
  openMailbox(Number(values.smtp), Number(values.page)).then(
    ({ page, smtpPort }) =>
      process.stdout.write(`Simulated mailbox: ${page} (SMTP on port ${smtpPort})\n`),
    (error: unknown) => {
      console.error(`The mailbox did not start: ${error instanceof Error ? error.message : error}`);
      process.exitCode = 1;
    },
  );
}
