import { createTransport, type Transporter } from 'nodemailer';
import type { Config } from '../config';

/** A letter in plain text. */
export interface Letter {
  readonly to: string;
  readonly subject: string;
  readonly lines: readonly string[];
}

/** Hands letters to the mail server. */
export class Post {
  private readonly transport: Transporter;

  constructor(
    { mail }: Pick<Config, 'mail'>,
    private readonly failed: (error: unknown) => void,
  ) {
    const times = { connectionTimeout: 5000, greetingTimeout: 5000, socketTimeout: 10_000 };
    this.transport = createTransport(
      { url: mail.server, ...times, disableFileAccess: true, disableUrlAccess: true },
      {
        from: mail.from,
      },
    );
  }

  /** Whether the mail server took a letter. */
  async send({ to, subject, lines }: Letter): Promise<boolean> {
    try {
      await this.transport.sendMail({ to: { name: '', address: to }, subject, text: lines.join('\n') });
      return true;
    } catch (error) {
      this.failed(error);
      return false;
    }
  }

  stop(): void {
    this.transport.close();
  }
}
