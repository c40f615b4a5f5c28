import type { MigrationInterface, QueryRunner } from 'typeorm'

/** What a production has beside its scenes, and all edits that made it so. */
export class Productions1765400000000 implements MigrationInterface {
  readonly name = 'Productions1765400000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'ALTER TABLE production ADD COLUMN document jsonb, ADD COLUMN document_version int NOT NULL DEFAULT 0',
    )
    await runner.query(`CREATE TABLE production_edit (
      production text NOT NULL REFERENCES production (id) ON DELETE CASCADE,
      version int NOT NULL,
      id text NOT NULL,
      edit jsonb NOT NULL,
      made_at timestamptz NOT NULL DEFAULT now(),
      PRIMARY KEY (production, version),
      UNIQUE (production, id)
    )`)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE production_edit')
    await runner.query('ALTER TABLE production DROP COLUMN document, DROP COLUMN document_version')
  }
}
