import type { MigrationContext } from '../migration';
import { askable, ASKING_SHOP } from '../rights';

/**
 * Photographs are kept as they were encoded here, with a small one beside it; and a customer may ask that nothing is
 * known of them any more: name, contact and pictures go, the figures stay, and that it was done is written down.
 */
export async function up({ sql }: MigrationContext): Promise<void> {
  await sql(`
    ALTER TABLE photos ADD COLUMN small bytea, ADD COLUMN digest text;
    ALTER TABLE photos DISABLE TRIGGER USER;
    UPDATE photos SET digest = encode(sha256(image), 'hex');
    ALTER TABLE photos ENABLE TRIGGER USER;
    ALTER TABLE photos ALTER COLUMN digest SET NOT NULL, ALTER COLUMN image DROP NOT NULL,
      DROP CONSTRAINT photos_image_check, ADD CONSTRAINT photos_image CHECK (octet_length(image) <= 2000000);
    CREATE INDEX photos_by_job ON photos (job_id);

    -- Append-only rows lose a name when whoever owns the tables takes it out; the server's login may not change them.
    CREATE OR REPLACE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
    BEGIN
      IF TG_OP = 'UPDATE' AND current_setting('rugged.erasing', true) = 'on' THEN RETURN NEW; END IF;
      RAISE EXCEPTION '% is append-only', TG_TABLE_NAME USING ERRCODE = 'restrict_violation';
    END $$;

    CREATE FUNCTION erase_owner(asked uuid) RETURNS boolean
      LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
    DECLARE
      shop CONSTANT uuid := ${ASKING_SHOP};
      who CONSTANT uuid := nullif(current_setting('rugged.person', true), '')::uuid;
      gone CONSTANT text := 'Erased owner';
      o owners; words text[]; word text; job uuid[]; machine uuid[]; engine uuid[]; photo uuid[]; last_change bigint;
    BEGIN
      SELECT * INTO o FROM owners WHERE id = asked AND shop_id = shop FOR UPDATE;
      IF NOT FOUND THEN RETURN false; END IF;
      SELECT coalesce(max(id), 0) INTO last_change FROM changes WHERE shop_id = shop;
      machine := ARRAY(SELECT id FROM machines WHERE shop_id = shop AND owner_id = asked);
      engine := ARRAY(SELECT id FROM engines WHERE shop_id = shop AND machine_id = ANY (machine));
      job := ARRAY(SELECT id FROM jobs WHERE shop_id = shop AND engine_id = ANY (engine));
      photo := ARRAY(SELECT id FROM photos WHERE shop_id = shop AND job_id = ANY (job));
      -- Whole name, telephone and address, wherever they were written in words.
      words := ARRAY(SELECT w FROM unnest(ARRAY[o.email, o.phone, o.name]) w WHERE length(w) > 2 AND w <> gone);

      PERFORM set_config('rugged.erasing', 'on', true);
      UPDATE owners SET name = gone, phone = NULL, email = NULL, note = NULL, made_from = NULL, version = version + 1
        WHERE id = asked;
      UPDATE photos SET image = NULL, small = NULL WHERE id = ANY (photo);
      UPDATE page_links SET withdrawn_at = coalesce(withdrawn_at, now())
        WHERE shop_id = shop AND page_id IN (SELECT id FROM pages WHERE job_id = ANY (job));
      FOREACH word IN ARRAY words LOOP
        UPDATE machines SET name = replace(name, word, gone), note = replace(note, word, gone)
          WHERE id = ANY (machine) AND position(word in concat_ws(' ', name, note)) > 0;
        UPDATE jobs SET complaint = left(replace(complaint, word, gone), 400),
            already_done = replace(already_done, word, gone), other_said = replace(other_said, word, gone)
          WHERE id = ANY (job) AND position(word in concat_ws(' ', complaint, already_done, other_said)) > 0;
        UPDATE notes SET text = replace(text, word, gone) WHERE job_id = ANY (job) AND position(word in text) > 0;
        UPDATE answers SET note = replace(note, word, gone) WHERE job_id = ANY (job) AND position(word in note) > 0;
        UPDATE repairs SET what = replace(what, word, gone) WHERE job_id = ANY (job) AND position(word in what) > 0;
        UPDATE overrules SET reason = left(replace(reason, word, gone), 1000)
          WHERE job_id = ANY (job) AND position(word in reason) > 0;
        UPDATE pages SET page = replace(page::text, trim(both '"' from to_json(word)::text), gone)::jsonb
          WHERE job_id = ANY (job) AND position(trim(both '"' from to_json(word)::text) in page::text) > 0;
      END LOOP;
      PERFORM set_config('rugged.erasing', 'off', true);

      -- What was written down of it before, and just now, goes too. That it was done stays.
      UPDATE changes SET was = NULL, now = NULL WHERE shop_id = shop AND record_id = asked;
      DELETE FROM changes WHERE shop_id = shop AND id > last_change
        AND (record_id = asked OR record_id = ANY (machine) OR job_id = ANY (job));
      FOREACH word IN ARRAY words LOOP
        UPDATE changes SET was = replace(was::text, trim(both '"' from to_json(word)::text), gone)::jsonb,
            now = replace(now::text, trim(both '"' from to_json(word)::text), gone)::jsonb
          WHERE shop_id = shop AND (job_id = ANY (job) OR record_id = ANY (machine));
      END LOOP;
      INSERT INTO changes (shop_id, record, record_id, action, person_id, device) VALUES
        (shop, 'owners', asked, 'erased', who, nullif(current_setting('rugged.device', true), ''));
      RETURN true;
    END $$;
    ${askable('erase_owner(uuid)')}
  `);
}
