import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Standard words for tables: what was a moment is a snapshot, a mark a fact, and what a scene tells of its mending a notice. */
export class Snapshots1764800000000 implements MigrationInterface {
  readonly name = 'Snapshots1764800000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      ALTER TABLE moment RENAME TO snapshot;
      ALTER TABLE mark RENAME TO fact;
      ALTER TABLE scene RENAME COLUMN told TO notice;
    `)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`
      ALTER TABLE scene RENAME COLUMN notice TO told;
      ALTER TABLE fact RENAME TO mark;
      ALTER TABLE snapshot RENAME TO moment;
    `)
  }
}
