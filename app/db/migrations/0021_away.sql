ALTER TABLE "user_account" ADD COLUMN "away_from" date;--> statement-breakpoint
ALTER TABLE "user_account" ADD COLUMN "away_until" date;--> statement-breakpoint
ALTER TABLE "user_account" ADD COLUMN "stand_in_id" uuid;