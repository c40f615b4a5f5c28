import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Order on the shelf: moved between others, put away, forgotten; what a scene takes, and what Second look found in it. */
export class Shelving1764900000000 implements MigrationInterface {
  readonly name = 'Shelving1764900000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      -- Between any two places there is another.
      ALTER TABLE production
        ALTER COLUMN position TYPE double precision,
        ADD COLUMN away_at timestamptz;
      ALTER TABLE scene
        ALTER COLUMN position TYPE double precision,
        ADD COLUMN away_at timestamptz,
        ADD COLUMN forgotten_at timestamptz,
        ADD COLUMN bytes bigint NOT NULL DEFAULT 0,
        ADD COLUMN findings int;
      -- Summaries hold more now: each is made anew.
      UPDATE scene SET summary = NULL, summary_version = -1;
    `)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`
      UPDATE scene SET position = placed.n FROM (SELECT id, row_number() OVER (ORDER BY position, id) AS n FROM scene) AS placed WHERE placed.id = scene.id;
      UPDATE production SET position = placed.n FROM (SELECT id, row_number() OVER (ORDER BY position, id) AS n FROM production) AS placed WHERE placed.id = production.id;
      ALTER TABLE scene
        DROP COLUMN findings, DROP COLUMN bytes, DROP COLUMN forgotten_at, DROP COLUMN away_at,
        ALTER COLUMN position TYPE int;
      ALTER TABLE production DROP COLUMN away_at, ALTER COLUMN position TYPE int;
      SELECT setval(pg_get_serial_sequence('scene', 'position'), (SELECT count(*) + 1 FROM scene));
      SELECT setval(pg_get_serial_sequence('production', 'position'), (SELECT count(*) + 1 FROM production));
    `)
  }
}
