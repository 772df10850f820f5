CREATE TABLE "session_response" (
	"id" uuid PRIMARY KEY NOT NULL,
	"session_id" uuid NOT NULL,
	"answer" text NOT NULL,
	"answered_by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "session_response" ADD CONSTRAINT "session_response_session_id_practised_session_id_fk" FOREIGN KEY ("session_id") REFERENCES "public"."practised_session"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session_response" ADD CONSTRAINT "session_response_answered_by_user_account_id_fk" FOREIGN KEY ("answered_by") REFERENCES "public"."user_account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "session_response_session" ON "session_response" USING btree ("session_id","at");--> statement-breakpoint
CREATE TRIGGER session_response_append_only BEFORE UPDATE OR DELETE ON "session_response" FOR EACH ROW EXECUTE FUNCTION refuse_change();
