ALTER TABLE "client" ADD COLUMN "mass_kilograms" double precision;--> statement-breakpoint
ALTER TABLE "client" ADD COLUMN "stature_metres" double precision;--> statement-breakpoint
ALTER TABLE "client" ADD COLUMN "tools" jsonb;--> statement-breakpoint
ALTER TABLE "client" ADD COLUMN "places" jsonb;--> statement-breakpoint
ALTER TABLE "client" ADD COLUMN "screening" jsonb DEFAULT '[]'::jsonb NOT NULL;