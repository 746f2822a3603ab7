import type { MigrationContext } from '../migration';
import { askable, ASKING_PERSON, ASKING_SHOP, secured, SERVER_ROLE } from '../rights';

/** Of what is only added it is kept whether an apprentice made it. */
const ADDED = [
  'tests',
  'readings',
  'ticks',
  'signatures',
  'photos',
  'notes',
  'outcomes',
  'overrules',
  'repairs',
  'decisions',
  'pages',
  'answers',
] as const;

/**
 * An account opens doors, a person is somebody in a shop: one account may be a person in several. Until now everybody
 * could do everything, so everybody is an owner. What changes people goes through functions that ask once more whether
 * an owner asks.
 */
export async function up({ sql }: MigrationContext): Promise<void> {
  await sql(`
    CREATE TABLE accounts (
      id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
      email text NOT NULL UNIQUE CHECK (email = lower(email)),
      password_hash text NOT NULL,
      last_shop uuid
    );
    INSERT INTO accounts (email, password_hash) SELECT email, password_hash FROM people;
    ALTER TABLE people DISABLE TRIGGER people_noted;
    ALTER TABLE people ADD COLUMN account_id uuid REFERENCES accounts, ADD COLUMN role text NOT NULL DEFAULT 'owner'
      CHECK (role IN ('owner', 'mechanic', 'apprentice', 'office', 'reader'));
    UPDATE people p SET account_id = a.id FROM accounts a WHERE a.email = p.email;
    ALTER TABLE people ALTER COLUMN role DROP DEFAULT, ALTER COLUMN account_id SET NOT NULL,
      ADD UNIQUE (shop_id, account_id), DROP COLUMN email, DROP COLUMN password_hash;
    CREATE INDEX people_of_account ON people (account_id);
    ALTER TABLE people ENABLE TRIGGER people_noted;
    UPDATE session SET sess = jsonb_set(sess::jsonb, '{who,accountId}', to_jsonb(p.account_id))::json
      FROM people p WHERE p.id::text = sess->'who'->>'personId';
    CREATE INDEX session_of_account ON session ((sess->'who'->>'accountId'));

    -- The address of those who are in the shop, and nobody's password.
    REVOKE ALL ON accounts FROM ${SERVER_ROLE};
    GRANT SELECT (id, email) ON accounts TO ${SERVER_ROLE};
    ALTER TABLE accounts ENABLE ROW LEVEL SECURITY;
    CREATE POLICY of_its_people ON accounts
      USING (EXISTS (SELECT FROM people p WHERE p.account_id = accounts.id AND p.shop_id = ${ASKING_SHOP}));

    CREATE TABLE invitations (
      id uuid PRIMARY KEY,
      shop_id uuid NOT NULL REFERENCES shops,
      -- Somebody of the shop who gets a new password; or somebody new, with what they will be.
      for_person uuid,
      role text CHECK (role IN ('owner', 'mechanic', 'apprentice', 'office', 'reader')),
      name text NOT NULL,
      -- The digest of the link.
      secret text NOT NULL UNIQUE,
      made_at timestamptz NOT NULL DEFAULT now(),
      made_by uuid NOT NULL,
      ends_at timestamptz NOT NULL,
      used_at timestamptz,
      withdrawn_at timestamptz,
      CHECK ((for_person IS NULL) <> (role IS NULL)),
      FOREIGN KEY (shop_id, made_by) REFERENCES people (shop_id, id),
      FOREIGN KEY (shop_id, for_person) REFERENCES people (shop_id, id)
    );
    CREATE INDEX invitations_of_shop ON invitations (shop_id, made_at);
    ${secured('invitations', 'SELECT')}
    CREATE TRIGGER invitations_noted AFTER INSERT OR UPDATE OR DELETE ON invitations
      FOR EACH ROW EXECUTE FUNCTION note_change();

    ${ADDED.map(
      (table) => `ALTER TABLE ${table} ADD COLUMN apprentice boolean;
    ALTER TABLE ${table} ALTER COLUMN apprentice
      SET DEFAULT nullif(current_setting('rugged.role', true) = 'apprentice', false);`,
    ).join('\n')}
  `);
  await sql(SIGNING_IN);
  await sql(RUNNING);
  await sql(JOINING);
}

const SECURELY = 'SECURITY DEFINER SET search_path = public, pg_temp';

const SIGNING_IN = `
  DROP FUNCTION account_of(text);
  CREATE FUNCTION account_of(address text) RETURNS TABLE (id uuid, password_hash text)
    LANGUAGE sql STABLE ${SECURELY} AS $$ SELECT a.id, a.password_hash FROM accounts a WHERE a.email = address $$;
  ${askable('account_of(text)')}

  -- The shops behind an account, the one it was in last first.
  CREATE FUNCTION places_of(account text) RETURNS TABLE (shop_id uuid, shop_name text, person_id uuid)
    LANGUAGE sql STABLE ${SECURELY} AS $$
      SELECT p.shop_id, s.name, p.id FROM people p JOIN shops s ON s.id = p.shop_id
        JOIN accounts a ON a.id = p.account_id
      WHERE p.account_id = account::uuid AND p.left_at IS NULL
      ORDER BY p.shop_id IS DISTINCT FROM a.last_shop, s.name, p.shop_id $$;
  ${askable('places_of(text)')}

  CREATE FUNCTION entered(account uuid, shop uuid) RETURNS void
    LANGUAGE sql ${SECURELY} AS $$ UPDATE accounts SET last_shop = shop WHERE id = account $$;
  ${askable('entered(uuid, uuid)')}

  DROP FUNCTION begin_shop(text, uuid, text, text, uuid, text, text, text);
  CREATE FUNCTION begin_shop(link text, shop uuid, shop_name text, shop_unit text, person uuid, person_name text,
      address text, hash text)
    RETURNS uuid LANGUAGE plpgsql ${SECURELY} AS $$
  DECLARE account uuid;
  BEGIN
    UPDATE beginnings SET used_at = now() WHERE digest = link AND used_at IS NULL AND ends_at > now();
    IF NOT FOUND THEN RETURN NULL; END IF;
    INSERT INTO accounts (email, password_hash, last_shop) VALUES (address, hash, shop) RETURNING id INTO account;
    INSERT INTO shops (id, name, unit) VALUES (shop, shop_name, shop_unit);
    INSERT INTO people (id, shop_id, account_id, name, role) VALUES (person, shop, account, person_name, 'owner');
    RETURN account;
  END $$;
  ${askable('begin_shop(text, uuid, text, text, uuid, text, text, text)')}

  -- The address and the password of whoever asks, to be tried once more.
  CREATE FUNCTION own_account() RETURNS TABLE (id uuid, email text, password_hash text)
    LANGUAGE sql STABLE ${SECURELY} AS $$
      SELECT a.id, a.email, a.password_hash FROM people p JOIN accounts a ON a.id = p.account_id
      WHERE p.id = ${ASKING_PERSON} AND p.shop_id = ${ASKING_SHOP} AND p.left_at IS NULL $$;
  ${askable('own_account()')}

  CREATE OR REPLACE FUNCTION change_password(hash text, this_session text) RETURNS integer
    LANGUAGE plpgsql ${SECURELY} AS $$
  DECLARE account uuid; ended integer;
  BEGIN
    UPDATE accounts a SET password_hash = hash FROM own_account() o WHERE a.id = o.id RETURNING a.id INTO account;
    IF NOT FOUND THEN RAISE EXCEPTION 'nobody asks' USING ERRCODE = 'insufficient_privilege'; END IF;
    PERFORM note_secret(${ASKING_PERSON}, ${ASKING_SHOP});
    DELETE FROM session WHERE sess->'who'->>'accountId' = account::text AND sid <> this_session;
    GET DIAGNOSTICS ended = ROW_COUNT;
    RETURN ended;
  END $$;

  -- That a password was changed is written down in the shop from which it was; what it is nowhere.
  CREATE FUNCTION note_secret(who uuid, shop uuid)
    RETURNS void LANGUAGE sql AS $$
      INSERT INTO changes (shop_id, record, record_id, action, person_id, device, was, now)
      VALUES (shop, 'people', who, 'changed', who, nullif(current_setting('rugged.device', true), ''),
        '{"password_hash": "..."}', '{"password_hash": "..."}') $$;
  REVOKE ALL ON FUNCTION note_secret(uuid, uuid) FROM PUBLIC;
`;

const RUNNING = `
  CREATE FUNCTION must_be_owner() RETURNS void LANGUAGE plpgsql STABLE AS $$
  BEGIN
    IF NOT EXISTS (SELECT FROM people WHERE id = ${ASKING_PERSON} AND shop_id = ${ASKING_SHOP} AND role = 'owner'
      AND left_at IS NULL) THEN RAISE EXCEPTION 'no owner asks' USING ERRCODE = 'insufficient_privilege';
    END IF;
  END $$;
  REVOKE ALL ON FUNCTION must_be_owner() FROM PUBLIC;

  -- Somebody is something else from now on, leaves, or comes again. A shop keeps an owner.
  CREATE FUNCTION change_person(asked uuid, becomes text, leaves boolean) RETURNS text
    LANGUAGE plpgsql ${SECURELY} AS $$
  DECLARE shop CONSTANT uuid := ${ASKING_SHOP}; p people;
  BEGIN
    PERFORM must_be_owner();
    PERFORM FROM shops WHERE id = shop FOR UPDATE;
    SELECT * INTO p FROM people WHERE id = asked AND shop_id = shop;
    IF NOT FOUND THEN RETURN 'missing'; END IF;
    IF p.role = 'owner' AND p.left_at IS NULL AND (leaves IS TRUE OR becomes <> 'owner') AND NOT EXISTS (
      SELECT FROM people WHERE shop_id = shop AND id <> asked AND role = 'owner' AND left_at IS NULL)
      THEN RETURN 'last-owner'; END IF;
    UPDATE people SET role = coalesce(becomes, role),
      left_at = CASE leaves WHEN true THEN coalesce(left_at, now()) WHEN false THEN NULL ELSE left_at END
      WHERE id = asked AND shop_id = shop;
    IF leaves THEN
      DELETE FROM session WHERE sess->'who'->>'personId' = asked::text;
      UPDATE invitations SET withdrawn_at = now() WHERE shop_id = shop AND for_person = asked AND used_at IS NULL
        AND withdrawn_at IS NULL;
    END IF;
    RETURN 'done';
  END $$;
  ${askable('change_person(uuid, text, boolean)')}

  CREATE FUNCTION invite(invitation uuid, person uuid, becomes text, person_name text, digest text, hours integer)
    RETURNS text LANGUAGE plpgsql ${SECURELY} AS $$
  DECLARE shop CONSTANT uuid := ${ASKING_SHOP};
  BEGIN
    PERFORM must_be_owner();
    IF person IS NOT NULL THEN
      IF NOT EXISTS (SELECT FROM people WHERE id = person AND shop_id = shop AND left_at IS NULL)
        THEN RETURN 'missing'; END IF;
      -- An owner opens the doors of the own shop, not those of another.
      IF elsewhere(person) THEN RETURN 'elsewhere'; END IF;
      UPDATE invitations SET withdrawn_at = now() WHERE shop_id = shop AND for_person = person AND used_at IS NULL
        AND withdrawn_at IS NULL;
    END IF;
    INSERT INTO invitations (id, shop_id, for_person, role, name, secret, made_by, ends_at) VALUES
      (invitation, shop, person, becomes, person_name, digest, ${ASKING_PERSON}, now() + make_interval(hours => hours));
    RETURN 'done';
  END $$;
  ${askable('invite(uuid, uuid, text, text, text, integer)')}

  CREATE FUNCTION elsewhere(person uuid) RETURNS boolean LANGUAGE sql STABLE AS $$
    SELECT EXISTS (SELECT FROM people here JOIN people there ON there.account_id = here.account_id
      WHERE here.id = person AND there.id <> here.id AND there.left_at IS NULL) $$;
  REVOKE ALL ON FUNCTION elsewhere(uuid) FROM PUBLIC;

  CREATE FUNCTION withdraw_invitation(asked uuid) RETURNS boolean LANGUAGE plpgsql ${SECURELY} AS $$
  BEGIN
    PERFORM must_be_owner();
    UPDATE invitations SET withdrawn_at = coalesce(withdrawn_at, now()) WHERE id = asked AND shop_id = ${ASKING_SHOP};
    RETURN FOUND;
  END $$;
  ${askable('withdraw_invitation(uuid)')}
`;

const JOINING = `
  CREATE FUNCTION invitation_of(digest text)
    RETURNS TABLE (shop_id uuid, shop_name text, name text, role text, email text)
    LANGUAGE sql STABLE ${SECURELY} AS $$
      SELECT i.shop_id, s.name, i.name, i.role, a.email FROM invitations i JOIN shops s ON s.id = i.shop_id
        LEFT JOIN people p ON p.id = i.for_person LEFT JOIN accounts a ON a.id = p.account_id
      WHERE i.secret = digest AND i.used_at IS NULL AND i.withdrawn_at IS NULL AND i.ends_at > now() $$;
  ${askable('invitation_of(text)')}

  -- A link is taken, once. hash is that of a new account or of a new password; none where the account was known and
  -- its password right.
  CREATE FUNCTION take_invitation(digest text, person uuid, person_name text, address text, hash text)
    RETURNS TABLE (outcome text, account_id uuid, shop_id uuid, person_id uuid)
    LANGUAGE plpgsql ${SECURELY} AS $$
  #variable_conflict use_column
  DECLARE i invitations; a accounts; p people;
  BEGIN
    UPDATE invitations x SET used_at = now() WHERE x.secret = digest AND x.used_at IS NULL AND x.withdrawn_at IS NULL
      AND x.ends_at > now() RETURNING x.* INTO i;
    IF NOT FOUND THEN RETURN QUERY SELECT 'gone', NULL::uuid, NULL::uuid, NULL::uuid; RETURN; END IF;
    IF i.for_person IS NOT NULL THEN
      -- They came into another shop since the link was made: it would open that one too.
      IF elsewhere(i.for_person) THEN
        RETURN QUERY SELECT 'gone', NULL::uuid, NULL::uuid, NULL::uuid;
        RETURN;
      END IF;
      UPDATE accounts x SET password_hash = hash, last_shop = i.shop_id FROM people y
        WHERE y.id = i.for_person AND x.id = y.account_id AND y.left_at IS NULL RETURNING x.* INTO a;
      IF NOT FOUND THEN RETURN QUERY SELECT 'gone', NULL::uuid, NULL::uuid, NULL::uuid; RETURN; END IF;
      DELETE FROM session WHERE sess->'who'->>'accountId' = a.id::text;
      PERFORM note_secret(i.for_person, i.shop_id);
      RETURN QUERY SELECT 'done', a.id, i.shop_id, i.for_person;
      RETURN;
    END IF;
    IF hash IS NULL THEN
      SELECT * INTO STRICT a FROM accounts x WHERE x.email = address;
    ELSE
      INSERT INTO accounts (email, password_hash) VALUES (address, hash) RETURNING * INTO a;
    END IF;
    SELECT * INTO p FROM people y WHERE y.shop_id = i.shop_id AND y.account_id = a.id FOR UPDATE;
    IF FOUND AND p.left_at IS NULL THEN
      RAISE EXCEPTION 'is here already' USING ERRCODE = 'unique_violation', CONSTRAINT = 'people_here_already';
    END IF;
    PERFORM set_config('rugged.person', coalesce(p.id, person)::text, true);
    INSERT INTO people AS y (id, shop_id, account_id, name, role)
      VALUES (coalesce(p.id, person), i.shop_id, a.id, person_name, i.role)
      ON CONFLICT ON CONSTRAINT people_shop_id_account_id_key
      DO UPDATE SET role = excluded.role, name = excluded.name, left_at = NULL RETURNING y.* INTO p;
    UPDATE accounts x SET last_shop = i.shop_id WHERE x.id = a.id;
    RETURN QUERY SELECT 'done', a.id, i.shop_id, p.id;
  END $$;
  ${askable('take_invitation(text, uuid, text, text, text)')}
`;
