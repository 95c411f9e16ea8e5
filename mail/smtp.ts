import { SMTPServer } from 'smtp-server';
import type { Box } from './box';

const mostBytes = 1_000_000;

/** Takes letters in over SMTP, from this machine alone, and keeps them. */
export function smtpServer(box: Box): SMTPServer {
  return new SMTPServer({
    authOptional: true,
    disabledCommands: ['AUTH', 'STARTTLS'],
    size: mostBytes,
    onData: (stream, session, done) => {
      const chunks: Buffer[] = [];
      stream.on('data', (chunk: Buffer) => chunks.push(chunk));
      stream.once('error', done);
      stream.once('end', () => {
        if (stream.sizeExceeded) return done(new Error('The letter is too large.'));
        const to = session.envelope.rcptTo.map((one) => one.address);
        box.keep(Buffer.concat(chunks), to).then(() => done(), done);
      });
    },
  });
}
