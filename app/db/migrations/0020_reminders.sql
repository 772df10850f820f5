CREATE TABLE "installation_key" (
	"name" text PRIMARY KEY NOT NULL,
	"value" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "post_tray" (
	"reminder_id" uuid PRIMARY KEY NOT NULL,
	"to_address" text NOT NULL,
	"subject" text NOT NULL,
	"text" text NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "push_target" (
	"id" uuid PRIMARY KEY NOT NULL,
	"user_id" uuid NOT NULL,
	"endpoint" text NOT NULL,
	"p256dh" text NOT NULL,
	"auth" text NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "reminder" (
	"id" uuid PRIMARY KEY NOT NULL,
	"client_id" uuid NOT NULL,
	"day" date NOT NULL,
	"slot" text NOT NULL,
	"due_at" timestamp with time zone NOT NULL,
	"taken_at" timestamp with time zone,
	"sent_at" timestamp with time zone,
	"ways" jsonb
);
--> statement-breakpoint
CREATE TABLE "reminding" (
	"client_id" uuid PRIMARY KEY NOT NULL,
	"wish" jsonb NOT NULL,
	"revision" integer DEFAULT 1 NOT NULL,
	"next_at" timestamp with time zone,
	"next_day" date,
	"next_slot" text
);
--> statement-breakpoint
ALTER TABLE "post_tray" ADD CONSTRAINT "post_tray_reminder_id_reminder_id_fk" FOREIGN KEY ("reminder_id") REFERENCES "public"."reminder"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "push_target" ADD CONSTRAINT "push_target_user_id_user_account_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user_account"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reminder" ADD CONSTRAINT "reminder_client_id_client_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."client"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reminding" ADD CONSTRAINT "reminding_client_id_client_id_fk" FOREIGN KEY ("client_id") REFERENCES "public"."client"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "post_tray_at" ON "post_tray" USING btree ("at");--> statement-breakpoint
CREATE UNIQUE INDEX "push_target_endpoint" ON "push_target" USING btree ("endpoint");--> statement-breakpoint
CREATE INDEX "push_target_user" ON "push_target" USING btree ("user_id");--> statement-breakpoint
CREATE UNIQUE INDEX "reminder_once" ON "reminder" USING btree ("client_id","day","slot");--> statement-breakpoint
CREATE INDEX "reminder_unsent" ON "reminder" USING btree ("due_at") WHERE "reminder"."sent_at" is null;--> statement-breakpoint
CREATE INDEX "reminding_next" ON "reminding" USING btree ("next_at") WHERE "reminding"."next_at" is not null;