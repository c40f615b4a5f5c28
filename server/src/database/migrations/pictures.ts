import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Pictures of grounds and references, each once, by the SHA-256 of its bytes. */
export class Pictures1764100000000 implements MigrationInterface {
  readonly name = 'Pictures1764100000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE picture (
        hash text PRIMARY KEY,
        type text NOT NULL,
        width int NOT NULL,
        height int NOT NULL,
        bytes bytea NOT NULL,
        made_at timestamptz NOT NULL DEFAULT now()
      );
      -- What is compressed already is kept as it is.
      ALTER TABLE picture ALTER COLUMN bytes SET STORAGE EXTERNAL;
    `)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE picture')
  }
}
