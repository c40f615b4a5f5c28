import type { MigrationInterface, QueryRunner } from 'typeorm'
import { beginHistories } from '../begin-histories'

/**
 * A stroke costs its own bytes: the document lies in the moments and is replayed from there, the lines on a
 * drawing are its bytes as they were last gathered and the edits since, and the shelf reads summaries.
 */
export class Keeping1764600000000 implements MigrationInterface {
  readonly name = 'Keeping1764600000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      ALTER TABLE moment
        -- A passing moment is only where replay begins now, and goes when a later one is there.
        ADD COLUMN passing boolean NOT NULL DEFAULT false,
        -- Known to be whole: written by a version that lets nothing else through.
        ADD COLUMN whole boolean NOT NULL DEFAULT false;
    `)
    await beginHistories(runner.manager)
    await runner.query(`
      INSERT INTO moment (scene, version, document, passing)
        SELECT id, version, document, true FROM scene ON CONFLICT DO NOTHING;
      ALTER TABLE scene
        DROP COLUMN document,
        ADD COLUMN summary jsonb,
        ADD COLUMN summary_version int NOT NULL DEFAULT -1,
        -- What was mended when it was opened, in words.
        ADD COLUMN told text NOT NULL DEFAULT '';
      CREATE INDEX scene_shelf ON scene (production, position);

      -- The version up to which the edits are in the bytes.
      ALTER TABLE ink ADD COLUMN version int NOT NULL DEFAULT 0;
      UPDATE ink SET version = scene.version FROM scene WHERE scene.id = ink.scene;

      -- Told without opening the edit itself; absent for edits kept before.
      ALTER TABLE edit ADD COLUMN kind text, ADD COLUMN drawing text;
      -- Which edits wrote on which drawing.
      CREATE TABLE ink_edit (
        scene text NOT NULL,
        drawing text NOT NULL,
        version int NOT NULL,
        PRIMARY KEY (scene, drawing, version)
      );
      INSERT INTO ink_edit (scene, drawing, version)
        SELECT edit.scene, part->>'drawing', version
          FROM edit, jsonb_array_elements(CASE WHEN edit->>'type' = 'together' THEN edit->'edits' ELSE jsonb_build_array(edit) END) AS part
          WHERE part->>'type' = 'ink.change'
        UNION
        SELECT edit.scene, part->'drawing'->>'id', version
          FROM edit, jsonb_array_elements(CASE WHEN edit->>'type' = 'together' THEN edit->'edits' ELSE jsonb_build_array(edit) END) AS part
          WHERE part->>'type' = 'drawing.copy';

      -- The statement that keeps an edit writes only where its scene is.
      ALTER TABLE edit DROP CONSTRAINT edit_scene_fkey;
      -- An edit of a stroke stays in one piece beside its neighbours.
      ALTER TABLE edit SET (toast_tuple_target = 8160);
      ALTER TABLE scene SET (fillfactor = 60);
    `)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`
      ALTER TABLE scene ADD COLUMN document jsonb;
      UPDATE scene SET document = (SELECT document FROM moment WHERE moment.scene = scene.id ORDER BY version DESC LIMIT 1);
      ALTER TABLE scene ALTER COLUMN document SET NOT NULL, DROP COLUMN summary, DROP COLUMN summary_version, DROP COLUMN told;
      DELETE FROM moment WHERE passing;
      ALTER TABLE moment DROP COLUMN passing, DROP COLUMN whole;
      DROP INDEX scene_shelf;
      DROP TABLE ink_edit;
      ALTER TABLE edit DROP COLUMN kind, DROP COLUMN drawing, ADD FOREIGN KEY (scene) REFERENCES scene (id);
      ALTER TABLE ink DROP COLUMN version;
    `)
  }
}
