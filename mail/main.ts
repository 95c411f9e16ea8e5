import { resolve } from 'node:path';
import { mailApp } from './app';
import { Box } from './box';
import { smtpServer } from './smtp';

const ports = {
  FOLD_SMTP_PORT: Number(process.env['FOLD_SMTP_PORT'] ?? 4325),
  FOLD_MAIL_PORT: Number(process.env['FOLD_MAIL_PORT'] ?? 4400),
};
const box = new Box(resolve(process.env['FOLD_DATA'] ?? 'var', 'mail'));

const failed = (name: keyof typeof ports) => (error: NodeJS.ErrnoException) => {
  const reason = error.code === 'EADDRINUSE' ? 'is taken by another program' : `cannot be used (${error.message})`;
  console.error(`Port ${ports[name]} ${reason}. Free it, or set ${name} to another one.`);
  process.exit(1);
};

const smtp = smtpServer(box);
smtp.on('error', (error: NodeJS.ErrnoException) => {
  if (error.syscall === 'listen') failed('FOLD_SMTP_PORT')(error); // whatever else goes wrong is one sender's trouble
});
const screen = mailApp(box).listen(ports.FOLD_MAIL_PORT, '127.0.0.1');
screen.once('error', failed('FOLD_MAIL_PORT'));
screen.once('listening', () => smtp.listen(ports.FOLD_SMTP_PORT, '127.0.0.1', () => process.send?.('ready')));

const stop = (): void => {
  screen.closeAllConnections();
  smtp.close(() => screen.close(() => process.exit(0)));
};
process.once('SIGINT', stop);
process.once('SIGTERM', stop);
process.once('disconnect', stop); // whoever started it is gone
