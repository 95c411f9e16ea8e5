import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Work may be due later than it is begun. */
export class DueWork1764460000000 implements MigrationInterface {
  readonly name = 'DueWork1764460000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE work ADD COLUMN due timestamptz');
    await runner.query(`CREATE INDEX work_due ON work ((data ->> 'site')) WHERE due IS NOT NULL`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP INDEX work_due');
    await runner.query('ALTER TABLE work DROP COLUMN due');
  }
}
