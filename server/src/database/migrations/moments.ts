import type { MigrationInterface, QueryRunner } from 'typeorm'

/** The history in words, and whole scenes kept at some of its moments, from which the others are found. */
export class Moments1764000000000 implements MigrationInterface {
  readonly name = 'Moments1764000000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      ALTER TABLE edit ADD COLUMN words text NOT NULL DEFAULT '';
      CREATE TABLE moment (
        scene text NOT NULL REFERENCES scene (id),
        version int NOT NULL,
        document jsonb NOT NULL,
        PRIMARY KEY (scene, version)
      );
    `)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE moment; ALTER TABLE edit DROP COLUMN words')
  }
}
