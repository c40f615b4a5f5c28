import type { MigrationInterface, QueryRunner } from 'typeorm'

/** What people worked on drawings: each person's own, forgotten with the scene or when they say so. */
export class Log1765100000000 implements MigrationInterface {
  readonly name = 'Log1765100000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE work_log (
      person text NOT NULL,
      id text NOT NULL,
      scene text NOT NULL REFERENCES scene (id) ON DELETE CASCADE,
      level text NOT NULL,
      drawing text NOT NULL,
      pass text NOT NULL,
      began_at timestamptz NOT NULL,
      seconds double precision NOT NULL,
      by text NOT NULL,
      note text,
      PRIMARY KEY (person, id)
    )`)
    await runner.query('CREATE INDEX work_log_scene ON work_log (scene, began_at)')
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE work_log')
  }
}
