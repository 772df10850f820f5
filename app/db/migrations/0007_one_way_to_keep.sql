CREATE TABLE "led_routine" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"version_id" uuid NOT NULL,
	"digest" text NOT NULL,
	"steps" jsonb NOT NULL,
	"findings" jsonb NOT NULL,
	"guessed" boolean DEFAULT false NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "kept_letter" (
	"id" uuid PRIMARY KEY NOT NULL,
	"user_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"client_id" uuid,
	"thing" uuid NOT NULL,
	"digest" text NOT NULL,
	"revision" integer,
	"written_at" timestamp with time zone NOT NULL,
	"received_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "client" ADD COLUMN "details_revision" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "client" ADD COLUMN "brings_revision" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "user_account" ADD COLUMN "sealing_secret" text;--> statement-breakpoint
ALTER TABLE "practised_session" ADD COLUMN "led_id" uuid;--> statement-breakpoint
ALTER TABLE "practised_session" ADD COLUMN "clock_offset_ms" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "practised_session" ADD COLUMN "clock" text DEFAULT 'right' NOT NULL;--> statement-breakpoint
ALTER TABLE "led_routine" ADD CONSTRAINT "led_routine_client_id_client_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."client"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "led_routine" ADD CONSTRAINT "led_routine_version_id_routine_version_id_fk" FOREIGN KEY ("version_id") REFERENCES "public"."routine_version"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "kept_letter" ADD CONSTRAINT "kept_letter_user_id_user_account_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user_account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "kept_letter" ADD CONSTRAINT "kept_letter_client_id_client_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."client"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "led_routine_digest" ON "led_routine" USING btree ("client_id","digest");--> statement-breakpoint
CREATE INDEX "kept_letter_thing" ON "kept_letter" USING btree ("thing");--> statement-breakpoint
ALTER TABLE "practised_session" ADD CONSTRAINT "practised_session_led_id_led_routine_id_fk" FOREIGN KEY ("led_id") REFERENCES "public"."led_routine"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE TRIGGER led_routine_append_only BEFORE UPDATE OR DELETE ON "led_routine" FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER kept_letter_append_only BEFORE UPDATE OR DELETE ON "kept_letter" FOR EACH ROW EXECUTE FUNCTION refuse_change();
