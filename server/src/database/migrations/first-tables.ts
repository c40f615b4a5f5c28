import type { MigrationInterface, QueryRunner } from 'typeorm'

export class FirstTables1763900000000 implements MigrationInterface {
  readonly name = 'FirstTables1763900000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE production (
        id text PRIMARY KEY,
        name text NOT NULL,
        position serial NOT NULL,
        created_at timestamptz NOT NULL DEFAULT now()
      );
      CREATE TABLE scene (
        id text PRIMARY KEY,
        production text NOT NULL REFERENCES production (id),
        position serial NOT NULL,
        document jsonb NOT NULL,
        version int NOT NULL DEFAULT 0,
        created_at timestamptz NOT NULL DEFAULT now(),
        updated_at timestamptz NOT NULL DEFAULT now()
      );
      CREATE TABLE edit (
        scene text NOT NULL REFERENCES scene (id),
        version int NOT NULL,
        id text NOT NULL,
        edit jsonb NOT NULL,
        made_at timestamptz NOT NULL DEFAULT now(),
        PRIMARY KEY (scene, version),
        UNIQUE (scene, id)
      );
      CREATE TABLE ink (
        scene text NOT NULL REFERENCES scene (id),
        drawing text NOT NULL,
        pass text NOT NULL,
        bytes bytea NOT NULL,
        PRIMARY KEY (scene, drawing, pass)
      );
      -- Packed ink does not compress; storing it plainly makes appending a stroke cheap.
      ALTER TABLE ink ALTER COLUMN bytes SET STORAGE EXTERNAL;
      CREATE TABLE mark (name text PRIMARY KEY, value text NOT NULL);
    `)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE mark, ink, edit, scene, production')
  }
}
