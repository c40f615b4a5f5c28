import type { MigrationInterface, QueryRunner } from 'typeorm'

/** A production's own limits for Second look, by check and name; what it does not name is as the checks have it. */
export class Limits1764200000000 implements MigrationInterface {
  readonly name = 'Limits1764200000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE production ADD COLUMN limits jsonb NOT NULL DEFAULT '{}'`)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE production DROP COLUMN limits')
  }
}
