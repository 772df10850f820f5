-- What screening had found is kept as a first interview of each file: only its yes answers are known.
INSERT INTO "screening" ("id", "client_id", "replies", "confirmed", "answered_by", "at", "day")
SELECT gen_random_uuid(), c."id",
  (SELECT jsonb_agg(jsonb_build_object(
      'condition', a ->> 'condition', 'says', 'yes', 'since', '',
      'sides', coalesce(a -> 'sides', '[]'::jsonb),
      'regions', coalesce(a -> 'regions', '[]'::jsonb),
      'siteIds', coalesce(a -> 'siteIds', '[]'::jsonb)))
    FROM jsonb_array_elements(c."screening") AS a),
  true, c."therapist_id", now(), (now() AT TIME ZONE c."time_zone")::date
FROM "client" c WHERE jsonb_array_length(c."screening") > 0;
--> statement-breakpoint
-- “Cleared by …” in words becomes a clearance; the day it was given was part of the words.
INSERT INTO "clearance" ("id", "client_id", "condition", "kind", "cleared_by", "cleared_on", "note", "recorded_by", "at")
SELECT gen_random_uuid(), c."id", a ->> 'condition', 'cleared', a ->> 'clearedBy',
  (now() AT TIME ZONE c."time_zone")::date, 'Taken over from an earlier edition; the day is in the name.',
  c."therapist_id", now()
FROM "client" c, jsonb_array_elements(c."screening") AS a
WHERE coalesce(a ->> 'clearedBy', '') <> '';
--> statement-breakpoint
CREATE TRIGGER screening_append_only BEFORE UPDATE OR DELETE ON "screening" FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER clearance_append_only BEFORE UPDATE OR DELETE ON "clearance" FOR EACH ROW EXECUTE FUNCTION refuse_change();
