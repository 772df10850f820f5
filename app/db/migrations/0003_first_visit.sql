CREATE TABLE "clearance" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"condition" text NOT NULL,
	"kind" text NOT NULL,
	"cleared_by" text NOT NULL,
	"cleared_on" date NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"recorded_by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "map_point" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"visit_id" uuid,
	"thread" uuid NOT NULL,
	"site_id" text NOT NULL,
	"side" text NOT NULL,
	"across_mm" double precision NOT NULL,
	"down_mm" double precision NOT NULL,
	"rating" integer NOT NULL,
	"taut_band" boolean,
	"refers_to" jsonb,
	"stops_on_release" boolean,
	"worse_on_breath" boolean,
	"worst" boolean DEFAULT false NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"revision" integer DEFAULT 1 NOT NULL,
	"by" uuid,
	"at" timestamp with time zone NOT NULL,
	"day" date NOT NULL,
	"removed_at" timestamp with time zone,
	CONSTRAINT "map_point_rating" CHECK ("map_point"."rating" between 0 and 10)
);
--> statement-breakpoint
CREATE TABLE "measurement" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"visit_id" uuid,
	"test_id" text NOT NULL,
	"quantity_id" text NOT NULL,
	"side" text NOT NULL,
	"moment" text NOT NULL,
	"tries" jsonb NOT NULL,
	"value" double precision,
	"seen" text,
	"way" text NOT NULL,
	"picture_id" uuid,
	"by" uuid,
	"at" timestamp with time zone NOT NULL,
	"day" date NOT NULL,
	"revision" integer DEFAULT 1 NOT NULL,
	"removed_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "picture" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"jpeg" "bytea" NOT NULL,
	"width" integer NOT NULL,
	"height" integer NOT NULL,
	"by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "screening" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"replies" jsonb NOT NULL,
	"confirmed" boolean NOT NULL,
	"answered_by" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"day" date NOT NULL,
	"visit_id" uuid
);
--> statement-breakpoint
CREATE TABLE "screening_draft" (
	"client_id" uuid NOT NULL,
	"user_id" uuid NOT NULL,
	"replies" jsonb NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "screening_draft_client_id_user_id_pk" PRIMARY KEY("client_id","user_id")
);
--> statement-breakpoint
CREATE TABLE "visit" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"started_by" uuid NOT NULL,
	"started_at" timestamp with time zone NOT NULL,
	"day" date NOT NULL,
	"finished_at" timestamp with time zone,
	"notes" jsonb,
	"notes_revision" integer DEFAULT 0 NOT NULL,
	"notes_by" uuid,
	"summary" jsonb
);
--> statement-breakpoint
ALTER TABLE "client" ADD COLUMN "times_of_day" jsonb;--> statement-breakpoint
ALTER TABLE "client" ADD COLUMN "helper_at_home" boolean;--> statement-breakpoint
ALTER TABLE "client" ADD COLUMN "home_measures" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "practice" ADD COLUMN "rescreen_after_days" integer DEFAULT 90 NOT NULL;--> statement-breakpoint
ALTER TABLE "clearance" ADD CONSTRAINT "clearance_client_id_client_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."client"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "clearance" ADD CONSTRAINT "clearance_recorded_by_user_account_id_fk" FOREIGN KEY ("recorded_by") REFERENCES "public"."user_account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "map_point" ADD CONSTRAINT "map_point_client_id_client_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."client"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "map_point" ADD CONSTRAINT "map_point_visit_id_visit_id_fk" FOREIGN KEY ("visit_id") REFERENCES "public"."visit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "map_point" ADD CONSTRAINT "map_point_by_user_account_id_fk" FOREIGN KEY ("by") REFERENCES "public"."user_account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "measurement" ADD CONSTRAINT "measurement_client_id_client_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."client"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "measurement" ADD CONSTRAINT "measurement_visit_id_visit_id_fk" FOREIGN KEY ("visit_id") REFERENCES "public"."visit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "measurement" ADD CONSTRAINT "measurement_picture_id_picture_id_fk" FOREIGN KEY ("picture_id") REFERENCES "public"."picture"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "measurement" ADD CONSTRAINT "measurement_by_user_account_id_fk" FOREIGN KEY ("by") REFERENCES "public"."user_account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "picture" ADD CONSTRAINT "picture_client_id_client_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."client"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "picture" ADD CONSTRAINT "picture_by_user_account_id_fk" FOREIGN KEY ("by") REFERENCES "public"."user_account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "screening" ADD CONSTRAINT "screening_client_id_client_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."client"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "screening" ADD CONSTRAINT "screening_answered_by_user_account_id_fk" FOREIGN KEY ("answered_by") REFERENCES "public"."user_account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "screening" ADD CONSTRAINT "screening_visit_id_visit_id_fk" FOREIGN KEY ("visit_id") REFERENCES "public"."visit"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "screening_draft" ADD CONSTRAINT "screening_draft_client_id_client_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."client"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "screening_draft" ADD CONSTRAINT "screening_draft_user_id_user_account_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user_account"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visit" ADD CONSTRAINT "visit_client_id_client_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."client"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visit" ADD CONSTRAINT "visit_started_by_user_account_id_fk" FOREIGN KEY ("started_by") REFERENCES "public"."user_account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visit" ADD CONSTRAINT "visit_notes_by_user_account_id_fk" FOREIGN KEY ("notes_by") REFERENCES "public"."user_account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "clearance_client" ON "clearance" USING btree ("client_id","at");--> statement-breakpoint
CREATE INDEX "map_point_visit" ON "map_point" USING btree ("visit_id");--> statement-breakpoint
CREATE INDEX "map_point_client" ON "map_point" USING btree ("client_id","at");--> statement-breakpoint
CREATE UNIQUE INDEX "map_point_thread" ON "map_point" USING btree ("visit_id","thread") WHERE "map_point"."removed_at" is null;--> statement-breakpoint
CREATE INDEX "measurement_client" ON "measurement" USING btree ("client_id","at");--> statement-breakpoint
CREATE INDEX "measurement_visit" ON "measurement" USING btree ("visit_id");--> statement-breakpoint
CREATE UNIQUE INDEX "measurement_once" ON "measurement" USING btree ("visit_id","test_id","quantity_id","side","moment") WHERE "measurement"."removed_at" is null;--> statement-breakpoint
CREATE INDEX "picture_client" ON "picture" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "screening_client" ON "screening" USING btree ("client_id","at");--> statement-breakpoint
CREATE INDEX "visit_client_day" ON "visit" USING btree ("client_id","day");--> statement-breakpoint
CREATE UNIQUE INDEX "visit_open" ON "visit" USING btree ("client_id") WHERE "visit"."finished_at" is null;