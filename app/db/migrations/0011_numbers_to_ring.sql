ALTER TABLE "practice" ADD COLUMN "phone" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "practice" ADD COLUMN "emergency_number" text DEFAULT '' NOT NULL;