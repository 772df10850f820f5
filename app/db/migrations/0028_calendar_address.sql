CREATE TABLE "calendar_address" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"token_hash" text NOT NULL,
	"in_words" boolean NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"asked_at" timestamp with time zone,
	"revoked_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "calendar_address" ADD CONSTRAINT "calendar_address_client_id_client_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."client"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "calendar_address_token" ON "calendar_address" USING btree ("token_hash");--> statement-breakpoint
CREATE UNIQUE INDEX "calendar_address_client" ON "calendar_address" USING btree ("client_id") WHERE "calendar_address"."revoked_at" is null;