CREATE TABLE "complaint" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"content" jsonb NOT NULL,
	"revision" integer DEFAULT 1 NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"removed_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "complaint_standing" (
	"id" uuid PRIMARY KEY NOT NULL,
	"complaint_id" uuid NOT NULL,
	"days" integer NOT NULL,
	"strongest" integer NOT NULL,
	"hinders" integer NOT NULL,
	"source" text NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"day" date NOT NULL,
	CONSTRAINT "complaint_standing_days" CHECK ("complaint_standing"."days" between 0 and 7),
	CONSTRAINT "complaint_standing_strongest" CHECK ("complaint_standing"."strongest" between 0 and 10),
	CONSTRAINT "complaint_standing_hinders" CHECK ("complaint_standing"."hinders" between 0 and 10)
);
--> statement-breakpoint
ALTER TABLE "complaint" ADD CONSTRAINT "complaint_client_id_client_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."client"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "complaint" ADD CONSTRAINT "complaint_by_user_account_id_fk" FOREIGN KEY ("by") REFERENCES "public"."user_account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "complaint_standing" ADD CONSTRAINT "complaint_standing_complaint_id_complaint_id_fk" FOREIGN KEY ("complaint_id") REFERENCES "public"."complaint"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "complaint_standing" ADD CONSTRAINT "complaint_standing_by_user_account_id_fk" FOREIGN KEY ("by") REFERENCES "public"."user_account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "complaint_client" ON "complaint" USING btree ("client_id","at");--> statement-breakpoint
CREATE INDEX "complaint_standing_complaint" ON "complaint_standing" USING btree ("complaint_id","at");--> statement-breakpoint
CREATE TRIGGER complaint_standing_append_only BEFORE UPDATE OR DELETE ON "complaint_standing" FOR EACH ROW EXECUTE FUNCTION refuse_change();
