import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Files with sound, each once, by the SHA-256 of its bytes, and in parts: none is ever whole in memory. */
export class Sounds1765000000000 implements MigrationInterface {
  readonly name = 'Sounds1765000000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE sound (
        hash text PRIMARY KEY,
        type text NOT NULL,
        size int NOT NULL,
        made_at timestamptz NOT NULL DEFAULT now()
      );
      CREATE TABLE sound_part (
        hash text NOT NULL REFERENCES sound (hash),
        n int NOT NULL,
        bytes bytea NOT NULL,
        PRIMARY KEY (hash, n)
      );
      -- What is compressed already is kept as it is.
      ALTER TABLE sound_part ALTER COLUMN bytes SET STORAGE EXTERNAL;
    `)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE sound_part; DROP TABLE sound')
  }
}
