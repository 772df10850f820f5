CREATE TABLE "course_step" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"what" text NOT NULL,
	"outcome" text,
	"goes_on" boolean DEFAULT false NOT NULL,
	"word" text DEFAULT '' NOT NULL,
	"summary" text DEFAULT '' NOT NULL,
	"day" date NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "course_step" ADD CONSTRAINT "course_step_client_id_client_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."client"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "course_step" ADD CONSTRAINT "course_step_by_user_account_id_fk" FOREIGN KEY ("by") REFERENCES "public"."user_account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "course_step_client" ON "course_step" USING btree ("client_id","at");--> statement-breakpoint
CREATE TRIGGER course_step_append_only BEFORE UPDATE OR DELETE ON "course_step" FOR EACH ROW EXECUTE FUNCTION refuse_change();
