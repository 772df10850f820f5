CREATE TABLE "audit" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"actor_id" uuid,
	"at" timestamp with time zone NOT NULL,
	"action" text NOT NULL,
	"subject" uuid,
	"detail" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "client" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"therapist_id" uuid NOT NULL,
	"user_id" uuid,
	"name" text NOT NULL,
	"occupation" text DEFAULT '' NOT NULL,
	"time_zone" text NOT NULL,
	"minutes_per_day" integer,
	"affected_side" text,
	"next_visit" date,
	"notes" text DEFAULT '' NOT NULL,
	"created_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "invitation" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"client_id" uuid,
	"role" text NOT NULL,
	"renews_user_id" uuid,
	"token_hash" text NOT NULL,
	"created_by" uuid NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"used_at" timestamp with time zone,
	"revoked_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "practice" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"time_zone" text NOT NULL,
	"quiet_after_days" integer DEFAULT 4 NOT NULL,
	"created_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "practised_session" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"version_id" uuid NOT NULL,
	"started_at" timestamp with time zone NOT NULL,
	"day" date NOT NULL,
	"status" text NOT NULL,
	"counts" boolean NOT NULL,
	"stop_reason" text,
	"word" text DEFAULT '' NOT NULL,
	"summary" jsonb NOT NULL,
	"ended_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "rate_limit" (
	"key" text PRIMARY KEY NOT NULL,
	"points" integer NOT NULL,
	"expire" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "routine" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"draft" jsonb,
	"draft_base" integer DEFAULT 0 NOT NULL,
	"draft_by" uuid,
	"draft_at" timestamp with time zone,
	"created_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "routine_version" (
	"id" uuid PRIMARY KEY NOT NULL,
	"routine_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"content" jsonb NOT NULL,
	"reason" text NOT NULL,
	"issued_at" timestamp with time zone NOT NULL,
	"issued_on" date NOT NULL,
	"issued_by" uuid NOT NULL,
	CONSTRAINT "routine_version_number" UNIQUE("routine_id","number")
);
--> statement-breakpoint
CREATE TABLE "session_event" (
	"id" uuid NOT NULL,
	"session_id" uuid NOT NULL,
	"seq" integer NOT NULL,
	"at_ms" bigint NOT NULL,
	"body" jsonb NOT NULL,
	"received_at" timestamp with time zone NOT NULL,
	CONSTRAINT "session_event_session_id_id_pk" PRIMARY KEY("session_id","id")
);
--> statement-breakpoint
CREATE TABLE "sign_in" (
	"token_hash" text PRIMARY KEY NOT NULL,
	"user_id" uuid NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"last_seen_at" timestamp with time zone NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"device" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "user_account" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"role" text NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"password_hash" text NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	CONSTRAINT "user_account_role" CHECK ("user_account"."role" in ('owner', 'therapist', 'client'))
);
--> statement-breakpoint
ALTER TABLE "audit" ADD CONSTRAINT "audit_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "audit" ADD CONSTRAINT "audit_actor_id_user_account_id_fk" FOREIGN KEY ("actor_id") REFERENCES "public"."user_account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "client" ADD CONSTRAINT "client_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "client" ADD CONSTRAINT "client_therapist_id_user_account_id_fk" FOREIGN KEY ("therapist_id") REFERENCES "public"."user_account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "client" ADD CONSTRAINT "client_user_id_user_account_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user_account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitation" ADD CONSTRAINT "invitation_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitation" ADD CONSTRAINT "invitation_client_id_client_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."client"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitation" ADD CONSTRAINT "invitation_renews_user_id_user_account_id_fk" FOREIGN KEY ("renews_user_id") REFERENCES "public"."user_account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitation" ADD CONSTRAINT "invitation_created_by_user_account_id_fk" FOREIGN KEY ("created_by") REFERENCES "public"."user_account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "practised_session" ADD CONSTRAINT "practised_session_client_id_client_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."client"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "practised_session" ADD CONSTRAINT "practised_session_version_id_routine_version_id_fk" FOREIGN KEY ("version_id") REFERENCES "public"."routine_version"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "routine" ADD CONSTRAINT "routine_client_id_client_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."client"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "routine" ADD CONSTRAINT "routine_draft_by_user_account_id_fk" FOREIGN KEY ("draft_by") REFERENCES "public"."user_account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "routine_version" ADD CONSTRAINT "routine_version_routine_id_routine_id_fk" FOREIGN KEY ("routine_id") REFERENCES "public"."routine"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "routine_version" ADD CONSTRAINT "routine_version_issued_by_user_account_id_fk" FOREIGN KEY ("issued_by") REFERENCES "public"."user_account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session_event" ADD CONSTRAINT "session_event_session_id_practised_session_id_fk" FOREIGN KEY ("session_id") REFERENCES "public"."practised_session"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sign_in" ADD CONSTRAINT "sign_in_user_id_user_account_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user_account"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "user_account" ADD CONSTRAINT "user_account_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "audit_practice_at" ON "audit" USING btree ("practice_id","at");--> statement-breakpoint
CREATE INDEX "client_practice_name" ON "client" USING btree ("practice_id","name");--> statement-breakpoint
CREATE UNIQUE INDEX "client_user" ON "client" USING btree ("user_id");--> statement-breakpoint
CREATE UNIQUE INDEX "invitation_token" ON "invitation" USING btree ("token_hash");--> statement-breakpoint
CREATE INDEX "invitation_client" ON "invitation" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "practised_session_client_day" ON "practised_session" USING btree ("client_id","day");--> statement-breakpoint
CREATE INDEX "practised_session_version" ON "practised_session" USING btree ("version_id");--> statement-breakpoint
CREATE UNIQUE INDEX "routine_client" ON "routine" USING btree ("client_id");--> statement-breakpoint
CREATE INDEX "session_event_session" ON "session_event" USING btree ("session_id","seq");--> statement-breakpoint
CREATE INDEX "sign_in_user" ON "sign_in" USING btree ("user_id");--> statement-breakpoint
CREATE UNIQUE INDEX "user_account_email" ON "user_account" USING btree ("email");--> statement-breakpoint
CREATE INDEX "user_account_practice" ON "user_account" USING btree ("practice_id");