CREATE TABLE "seen_to" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"about" text NOT NULL,
	"session_id" uuid,
	"how" text NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "seen_to" ADD CONSTRAINT "seen_to_client_id_client_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."client"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "seen_to" ADD CONSTRAINT "seen_to_session_id_practised_session_id_fk" FOREIGN KEY ("session_id") REFERENCES "public"."practised_session"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "seen_to" ADD CONSTRAINT "seen_to_by_user_account_id_fk" FOREIGN KEY ("by") REFERENCES "public"."user_account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "seen_to_client" ON "seen_to" USING btree ("client_id","at");--> statement-breakpoint
CREATE TRIGGER seen_to_append_only BEFORE UPDATE OR DELETE ON "seen_to" FOR EACH ROW EXECUTE FUNCTION refuse_change();
