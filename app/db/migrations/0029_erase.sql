CREATE TABLE "consent_step" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"what" text NOT NULL,
	"said_by" text NOT NULL,
	"words" text DEFAULT '' NOT NULL,
	"day" date NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "tombstone" (
	"client_id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"erased_at" timestamp with time zone NOT NULL,
	"erased_by" uuid,
	"asked_on" date
);
--> statement-breakpoint
ALTER TABLE "practice" ADD COLUMN "keep_years" integer;--> statement-breakpoint
ALTER TABLE "consent_step" ADD CONSTRAINT "consent_step_client_id_client_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."client"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "consent_step" ADD CONSTRAINT "consent_step_by_user_account_id_fk" FOREIGN KEY ("by") REFERENCES "public"."user_account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "consent_step_client" ON "consent_step" USING btree ("client_id","at");--> statement-breakpoint
CREATE INDEX "tombstone_practice" ON "tombstone" USING btree ("practice_id");--> statement-breakpoint
CREATE TRIGGER consent_step_append_only BEFORE UPDATE OR DELETE ON "consent_step" FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER tombstone_append_only BEFORE UPDATE OR DELETE ON "tombstone" FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
-- What is only ever added to may go over to another file of the same person, within the one function that joins two files; and
-- it may go within the one that erases a record, which takes from lines of the trail what they say of the client, and leaves
-- who did what and when.
CREATE OR REPLACE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'UPDATE' AND current_setting('entspann.joining', true) = 'on' THEN
    IF to_jsonb(NEW) - 'client_id' = to_jsonb(OLD) - 'client_id' THEN
      RETURN NEW;
    END IF;
  END IF;
  IF current_setting('entspann.erasing', true) = 'on' THEN
    IF TG_OP = 'DELETE' AND TG_TABLE_NAME NOT IN ('audit', 'tombstone') THEN
      RETURN OLD;
    END IF;
    IF TG_OP = 'UPDATE' AND TG_TABLE_NAME = 'audit' THEN
      IF to_jsonb(NEW) - 'detail' = to_jsonb(OLD) - 'detail' AND to_jsonb(NEW) -> 'detail' = '{}'::jsonb THEN
        RETURN NEW;
      END IF;
    END IF;
  END IF;
  RAISE EXCEPTION 'Rows of % are only ever added.', TG_TABLE_NAME USING ERRCODE = 'integrity_constraint_violation';
END;
$$;
--> statement-breakpoint
-- Erases the record of a client, files that went into it included, and leaves a tombstone for each and a line of the trail.
-- The accounts of that person stay as empty shells, since lines of the trail name them. Answers how many files went; none where
-- there is no such file, when only the tombstone is left.
CREATE FUNCTION erase_client(_client uuid, _practice uuid, _actor uuid, _at timestamp with time zone, _asked date)
RETURNS integer LANGUAGE plpgsql AS $$
DECLARE
  files uuid[];
  people uuid[];
  file uuid;
BEGIN
  SELECT coalesce(array_agg(c.id), '{}') INTO files FROM client c
    WHERE c.practice_id = _practice AND (c.id = _client OR c.joined_into = _client);
  SELECT coalesce(array_agg(u.id), '{}') INTO people FROM user_account u
    WHERE u.role = 'client' AND u.practice_id = _practice
      AND NOT EXISTS (SELECT 1 FROM client c WHERE c.user_id = u.id AND c.id <> ALL (files))
      AND u.id IN (
        SELECT c.user_id FROM client c WHERE c.id = ANY (files)
        UNION SELECT a.actor_id FROM audit a WHERE a.subject = ANY (files)
        UNION SELECT k.user_id FROM kept_letter k WHERE k.client_id = ANY (files)
        UNION SELECT s.answered_by FROM screening s WHERE s.client_id = ANY (files)
        UNION SELECT p.by FROM map_point p WHERE p.client_id = ANY (files)
        UNION SELECT m.by FROM measurement m WHERE m.client_id = ANY (files)
        UNION SELECT p.by FROM picture p WHERE p.client_id = ANY (files)
        UNION SELECT c.by FROM complaint c WHERE c.client_id = ANY (files)
        UNION SELECT s.by FROM complaint_standing s JOIN complaint c ON c.id = s.complaint_id WHERE c.client_id = ANY (files)
        UNION SELECT r.answered_by FROM session_response r JOIN practised_session s ON s.id = r.session_id WHERE s.client_id = ANY (files)
        UNION SELECT m.by FROM message m WHERE m.client_id = ANY (files)
        UNION SELECT c.by FROM consent_step c WHERE c.client_id = ANY (files));
  PERFORM set_config('entspann.erasing', 'on', true);
  DELETE FROM post_tray WHERE reminder_id IN (SELECT id FROM reminder WHERE client_id = ANY (files));
  DELETE FROM reminder WHERE client_id = ANY (files);
  DELETE FROM reminding WHERE client_id = ANY (files);
  DELETE FROM calendar_address WHERE client_id = ANY (files);
  DELETE FROM seen_to WHERE client_id = ANY (files);
  DELETE FROM message WHERE client_id = ANY (files);
  DELETE FROM session_response WHERE session_id IN (SELECT id FROM practised_session WHERE client_id = ANY (files));
  DELETE FROM session_event WHERE session_id IN (SELECT id FROM practised_session WHERE client_id = ANY (files));
  DELETE FROM practised_session WHERE client_id = ANY (files);
  DELETE FROM led_routine WHERE client_id = ANY (files);
  DELETE FROM routine_version WHERE routine_id IN (SELECT id FROM routine WHERE client_id = ANY (files));
  DELETE FROM routine WHERE client_id = ANY (files);
  DELETE FROM course_step WHERE client_id = ANY (files);
  DELETE FROM complaint_standing WHERE complaint_id IN (SELECT id FROM complaint WHERE client_id = ANY (files));
  DELETE FROM complaint WHERE client_id = ANY (files);
  DELETE FROM measurement WHERE client_id = ANY (files);
  DELETE FROM picture WHERE client_id = ANY (files);
  DELETE FROM map_point WHERE client_id = ANY (files);
  DELETE FROM clearance WHERE client_id = ANY (files);
  DELETE FROM screening_draft WHERE client_id = ANY (files) OR user_id = ANY (people);
  DELETE FROM screening WHERE client_id = ANY (files);
  DELETE FROM visit WHERE client_id = ANY (files);
  DELETE FROM invitation WHERE client_id = ANY (files) OR renews_user_id = ANY (people);
  DELETE FROM kept_letter WHERE client_id = ANY (files) OR user_id = ANY (people);
  DELETE FROM consent_step WHERE client_id = ANY (files);
  DELETE FROM client WHERE id = ANY (files);
  DELETE FROM sign_in WHERE user_id = ANY (people);
  DELETE FROM begun_sign_in WHERE user_id = ANY (people);
  DELETE FROM known_device WHERE user_id = ANY (people);
  DELETE FROM two_factor WHERE user_id = ANY (people);
  DELETE FROM recovery_code WHERE user_id = ANY (people);
  DELETE FROM push_target WHERE user_id = ANY (people);
  UPDATE user_account SET name = 'somebody whose record was erased', email = id::text || '@erased.invalid',
    password_hash = 'none', sealing_secret = NULL, ended_at = coalesce(ended_at, _at), away_from = NULL, away_until = NULL,
    stand_in_id = NULL, caseload_views = '[]' WHERE id = ANY (people);
  UPDATE audit SET detail = '{}' WHERE detail <> '{}'::jsonb
    AND (subject = ANY (files) OR subject = ANY (people) OR actor_id = ANY (people));
  FOREACH file IN ARRAY array_append(array_remove(files, _client), _client) LOOP
    INSERT INTO tombstone (client_id, practice_id, erased_at, erased_by, asked_on)
      VALUES (file, _practice, _at, _actor, _asked) ON CONFLICT (client_id) DO NOTHING;
  END LOOP;
  PERFORM set_config('entspann.erasing', '', true);
  IF cardinality(files) > 0 AND EXISTS (SELECT 1 FROM practice WHERE id = _practice) THEN
    INSERT INTO audit (id, practice_id, actor_id, at, action, subject, detail)
      VALUES (gen_random_uuid(), _practice, (SELECT id FROM user_account WHERE id = _actor), _at, 'erased a record', _client, '{}');
  END IF;
  RETURN cardinality(files);
END;
$$;
