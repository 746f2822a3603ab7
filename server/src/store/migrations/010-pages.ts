import type { MigrationContext } from '../migration';

/** What is decided, told and answered; links to pages; the shop's price list, and what its jobs came to. */
export async function up({ sql }: MigrationContext): Promise<void> {
  const made = `id uuid PRIMARY KEY, shop_id uuid NOT NULL, job_id uuid NOT NULL,
      made_at timestamptz NOT NULL, made_by uuid NOT NULL,
      UNIQUE (job_id, id), UNIQUE (shop_id, id),
      FOREIGN KEY (shop_id, job_id) REFERENCES jobs (shop_id, id),
      FOREIGN KEY (shop_id, made_by) REFERENCES people (shop_id, id)`;
  await sql(`
    ALTER TABLE shops ADD COLUMN prices jsonb;
    ALTER TABLE repairs
      ADD COLUMN repair text CHECK (length(repair) <= 40),
      ADD COLUMN hours double precision CHECK (hours >= 0),
      ADD COLUMN parts_cost double precision CHECK (parts_cost >= 0);

    CREATE TABLE decisions (
      ${made},
      input jsonb NOT NULL, chosen text, stop_at double precision CHECK (stop_at >= 0)
    );
    CREATE TABLE pages (
      ${made},
      page jsonb NOT NULL
    );
    CREATE TABLE answers (
      ${made},
      page_id uuid, answer text NOT NULL CHECK (answer IN ('agreed', 'declined', 'call')),
      option text, stop_at double precision CHECK (stop_at >= 0), note text,
      through text NOT NULL CHECK (through IN ('link', 'shop')),
      FOREIGN KEY (job_id, page_id) REFERENCES pages (job_id, id)
    );
    ${['decisions', 'pages', 'answers']
      .map(
        (table) => `CREATE INDEX ${table}_by_job ON ${table} (job_id);
    CREATE TRIGGER ${table}_append_only BEFORE UPDATE OR DELETE ON ${table}
      FOR EACH ROW EXECUTE FUNCTION refuse_change();
    CREATE TRIGGER ${table}_touch AFTER INSERT ON ${table} FOR EACH ROW EXECUTE FUNCTION touch_jobs_of_row();`,
      )
      .join('\n')}

    CREATE TABLE page_links (
      id uuid PRIMARY KEY, shop_id uuid NOT NULL, page_id uuid NOT NULL,
      secret text NOT NULL UNIQUE CHECK (length(secret) >= 32),
      ends_at timestamptz NOT NULL, withdrawn_at timestamptz,
      opened integer NOT NULL DEFAULT 0, last_opened_at timestamptz,
      made_at timestamptz NOT NULL DEFAULT now(), made_by uuid NOT NULL,
      FOREIGN KEY (shop_id, page_id) REFERENCES pages (shop_id, id),
      FOREIGN KEY (shop_id, made_by) REFERENCES people (shop_id, id)
    );
    CREATE INDEX page_links_by_page ON page_links (page_id);
  `);
}
