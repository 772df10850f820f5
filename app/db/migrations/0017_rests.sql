ALTER TABLE "session_response" ADD COLUMN "places" jsonb;--> statement-breakpoint
ALTER TABLE "session_response" ADD COLUMN "besides" jsonb;--> statement-breakpoint
ALTER TABLE "map_point" ADD COLUMN "bruised" boolean;