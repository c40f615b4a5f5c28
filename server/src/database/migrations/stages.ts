import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Summaries tell what of a scene is drawn, pass by pass, and when it must go out: each is made anew. */
export class Stages1765200000000 implements MigrationInterface {
  readonly name = 'Stages1765200000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('UPDATE scene SET summary = NULL, summary_version = -1')
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('UPDATE scene SET summary = NULL, summary_version = -1')
  }
}
