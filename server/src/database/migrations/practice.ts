import type { MigrationInterface, QueryRunner } from 'typeorm'

/** What came of practising: each person's own, gone when they say so. */
export class Practice1765300000000 implements MigrationInterface {
  readonly name = 'Practice1765300000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE practice (
      person text NOT NULL,
      id text NOT NULL,
      done_at timestamptz NOT NULL,
      result jsonb NOT NULL,
      PRIMARY KEY (person, id)
    )`)
    await runner.query('CREATE INDEX practice_done ON practice (person, done_at)')
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE practice')
  }
}
