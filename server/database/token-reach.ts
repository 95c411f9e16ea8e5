import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Tokens are counted beside classes and element styles: pages are counted anew when that is first asked for. */
export class TokenReach1764360000000 implements MigrationInterface {
  readonly name = 'TokenReach1764360000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('UPDATE pages SET reach = NULL');
  }

  async down(): Promise<void> {
    // what is counted besides is in nobody's way
  }
}
