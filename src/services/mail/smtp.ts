import { createTransport } from 'nodemailer';
import type { Letter, Post } from './letters';

/** Hands a letter to the shop's mail server over SMTP. Plain text only: nothing typed becomes markup. */
export async function carryBySmtp(post: Post, { id, mail, subject, body }: Letter): Promise<void> {
  const transport = createTransport({
    host: post.host,
    port: post.port,
    secure: post.secure,
    ...(post.user && { auth: { user: post.user, pass: post.password } }),
    connectionTimeout: 10_000,
    greetingTimeout: 10_000,
    socketTimeout: 20_000,
  });
  try {
    await transport.sendMail({
      from: { name: 'Bitacora', address: post.from },
      to: mail,
      subject: subject.replace(/\s+/g, ' '),
      text: body,
      // the same letter carried twice, after a cut, is told by its id
      messageId: `<${id}@bitacora.invalid>`,
    });
  } finally {
    transport.close();
  }
}
