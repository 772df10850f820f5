CREATE TABLE "message" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"by_client" boolean NOT NULL,
	"by" uuid NOT NULL,
	"text" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"heard_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "message" ADD CONSTRAINT "message_client_id_client_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."client"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "message" ADD CONSTRAINT "message_by_user_account_id_fk" FOREIGN KEY ("by") REFERENCES "public"."user_account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "message_client" ON "message" USING btree ("client_id","at");--> statement-breakpoint
CREATE TRIGGER message_append_only BEFORE UPDATE OR DELETE ON "message" FOR EACH ROW EXECUTE FUNCTION refuse_change();