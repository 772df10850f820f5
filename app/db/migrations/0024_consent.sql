ALTER TABLE "client" ADD COLUMN "born_on" date;--> statement-breakpoint
ALTER TABLE "client" ADD COLUMN "consent_by" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "client" ADD COLUMN "consent_on" date;