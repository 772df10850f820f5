CREATE TABLE "known_device" (
	"token_hash" text NOT NULL,
	"user_id" uuid NOT NULL,
	"last_seen_at" timestamp with time zone NOT NULL,
	CONSTRAINT "known_device_token_hash_user_id_pk" PRIMARY KEY("token_hash","user_id")
);
--> statement-breakpoint
ALTER TABLE "user_account" ADD COLUMN "ended_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "known_device" ADD CONSTRAINT "known_device_user_id_user_account_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user_account"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "known_device_user" ON "known_device" USING btree ("user_id");