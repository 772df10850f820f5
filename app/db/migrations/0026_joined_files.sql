ALTER TABLE "client" ADD COLUMN "joined_into" uuid;--> statement-breakpoint
ALTER TABLE "client" ADD COLUMN "joined_at" timestamp with time zone;--> statement-breakpoint
CREATE INDEX "client_joined" ON "client" USING btree ("joined_into") WHERE "client"."joined_into" is not null;--> statement-breakpoint
-- What is only ever added to may go over to another file of the same person, within the one function that joins two files;
-- nothing else of a row may change then either.
CREATE OR REPLACE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'UPDATE' AND current_setting('entspann.joining', true) = 'on' THEN
    IF to_jsonb(NEW) - 'client_id' = to_jsonb(OLD) - 'client_id' THEN
      RETURN NEW;
    END IF;
  END IF;
  RAISE EXCEPTION 'Rows of % are only ever added.', TG_TABLE_NAME USING ERRCODE = 'integrity_constraint_violation';
END;
$$;
