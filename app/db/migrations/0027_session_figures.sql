ALTER TABLE "practised_session" ADD COLUMN "ratings" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "practised_session" ADD COLUMN "ratings_sum" double precision DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "practised_session" ADD COLUMN "too_much" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "practised_session" ADD COLUMN "only_pain" boolean DEFAULT false NOT NULL;--> statement-breakpoint
-- Whoever writes a summary writes its figures: they cannot be of another one.
CREATE FUNCTION session_figures() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  SELECT count(place -> 'before') FILTER (WHERE jsonb_typeof(place -> 'before') = 'number'),
    coalesce(sum((place ->> 'before')::double precision) FILTER (WHERE jsonb_typeof(place -> 'before') = 'number'), 0),
    coalesce(bool_or(place -> 'tooMuch' = 'true'::jsonb), false),
    coalesce(bool_or(place -> 'onlyPain' = 'true'::jsonb), false)
  INTO NEW.ratings, NEW.ratings_sum, NEW.too_much, NEW.only_pain
  FROM jsonb_array_elements(
    CASE WHEN jsonb_typeof(NEW.summary -> 'places') = 'array' THEN NEW.summary -> 'places' ELSE '[]'::jsonb END
  ) AS places(place);
  RETURN NEW;
END;
$$;--> statement-breakpoint
CREATE TRIGGER session_figures BEFORE INSERT OR UPDATE OF summary, ratings, ratings_sum, too_much, only_pain
  ON practised_session FOR EACH ROW EXECUTE FUNCTION session_figures();--> statement-breakpoint
UPDATE practised_session SET summary = summary;
