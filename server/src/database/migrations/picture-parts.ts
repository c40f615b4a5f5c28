import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Pictures in parts, so that none is ever whole in memory on its way in or out; those kept before stay as they are. */
export class PictureParts1764700000000 implements MigrationInterface {
  readonly name = 'PictureParts1764700000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      ALTER TABLE picture ALTER COLUMN bytes DROP NOT NULL;
      CREATE TABLE picture_part (
        hash text NOT NULL REFERENCES picture (hash),
        n int NOT NULL,
        bytes bytea NOT NULL,
        PRIMARY KEY (hash, n)
      );
      ALTER TABLE picture_part ALTER COLUMN bytes SET STORAGE EXTERNAL;
    `)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`
      UPDATE picture SET bytes = (SELECT string_agg(part.bytes, ''::bytea ORDER BY n) FROM picture_part AS part WHERE part.hash = picture.hash) WHERE bytes IS NULL;
      DROP TABLE picture_part;
      ALTER TABLE picture ALTER COLUMN bytes SET NOT NULL;
    `)
  }
}
