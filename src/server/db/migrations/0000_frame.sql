CREATE TABLE "account" (
	"id" text PRIMARY KEY NOT NULL,
	"account_id" text NOT NULL,
	"provider_id" text NOT NULL,
	"user_id" text NOT NULL,
	"access_token" text,
	"refresh_token" text,
	"id_token" text,
	"access_token_expires_at" timestamp with time zone,
	"refresh_token_expires_at" timestamp with time zone,
	"scope" text,
	"password" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "rate_limit" (
	"id" text PRIMARY KEY NOT NULL,
	"key" text NOT NULL,
	"count" integer NOT NULL,
	"last_request" bigint NOT NULL,
	CONSTRAINT "rate_limit_key_unique" UNIQUE("key")
);
--> statement-breakpoint
CREATE TABLE "session" (
	"id" text PRIMARY KEY NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"token" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"ip_address" text,
	"user_agent" text,
	"user_id" text NOT NULL,
	CONSTRAINT "session_token_unique" UNIQUE("token")
);
--> statement-breakpoint
CREATE TABLE "sign_in_failure" (
	"username" text PRIMARY KEY NOT NULL,
	"window_start" timestamp with time zone NOT NULL,
	"count" integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE "user" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"email_verified" boolean DEFAULT false NOT NULL,
	"image" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"username" text,
	"display_username" text,
	CONSTRAINT "user_email_unique" UNIQUE("email"),
	CONSTRAINT "user_username_unique" UNIQUE("username")
);
--> statement-breakpoint
CREATE TABLE "verification" (
	"id" text PRIMARY KEY NOT NULL,
	"identifier" text NOT NULL,
	"value" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "member" (
	"shop_id" text NOT NULL,
	"user_id" text NOT NULL,
	"role" text NOT NULL,
	"locale" text,
	CONSTRAINT "member_shop_id_user_id_pk" PRIMARY KEY("shop_id","user_id"),
	CONSTRAINT "member_role" CHECK ("member"."role" in ('counter', 'technician', 'lead'))
);
--> statement-breakpoint
CREATE TABLE "session_shop" (
	"session_id" text PRIMARY KEY NOT NULL,
	"shop_id" text NOT NULL,
	"chosen_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "shop" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"zone" text NOT NULL,
	"locale" text NOT NULL,
	"last_job_number" integer DEFAULT 0 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "catalogue" (
	"shop_id" text NOT NULL,
	"id" text NOT NULL,
	CONSTRAINT "catalogue_shop_id_id_pk" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
CREATE TABLE "catalogue_head" (
	"shop_id" text NOT NULL,
	"catalogue_id" text NOT NULL,
	"kind" text NOT NULL,
	"id" text NOT NULL,
	"rev" integer NOT NULL,
	"off" boolean DEFAULT false NOT NULL,
	CONSTRAINT "catalogue_head_shop_id_catalogue_id_kind_id_pk" PRIMARY KEY("shop_id","catalogue_id","kind","id")
);
--> statement-breakpoint
CREATE TABLE "catalogue_row" (
	"shop_id" text NOT NULL,
	"catalogue_id" text NOT NULL,
	"kind" text NOT NULL,
	"id" text NOT NULL,
	"rev" integer NOT NULL,
	"body" jsonb NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"made_by" text NOT NULL,
	CONSTRAINT "catalogue_row_shop_id_catalogue_id_kind_id_rev_pk" PRIMARY KEY("shop_id","catalogue_id","kind","id","rev"),
	CONSTRAINT "catalogue_row_rev" CHECK ("catalogue_row"."rev" >= 1),
	CONSTRAINT "catalogue_row_kind" CHECK ("catalogue_row"."kind" in ('fact-key', 'profile', 'part', 'lamp', 'family', 'application')),
	CONSTRAINT "catalogue_row_body_id" CHECK ("catalogue_row"."body" ->> 'id' = "catalogue_row"."id")
);
--> statement-breakpoint
CREATE TABLE "job" (
	"shop_id" text NOT NULL,
	"id" text NOT NULL,
	"number" integer NOT NULL,
	"vehicle_id" text NOT NULL,
	"opened_at" timestamp with time zone NOT NULL,
	"last_seq" integer DEFAULT 0 NOT NULL,
	CONSTRAINT "job_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "job_number" UNIQUE("shop_id","number")
);
--> statement-breakpoint
CREATE TABLE "job_event" (
	"shop_id" text NOT NULL,
	"id" text NOT NULL,
	"job_id" text NOT NULL,
	"seq" integer NOT NULL,
	"type" text NOT NULL,
	"v" integer NOT NULL,
	"at" text NOT NULL,
	"device" text NOT NULL,
	"device_seq" integer NOT NULL,
	"user_id" text NOT NULL,
	"body" jsonb NOT NULL,
	"received_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "job_event_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "job_event_seq" UNIQUE("shop_id","job_id","seq"),
	CONSTRAINT "job_event_at" CHECK ("job_event"."at" ~ '^[0-9]{4}-[0-9]{2}-[0-9]{2}T[0-9]{2}:[0-9]{2}:[0-9]{2}\.[0-9]{3}Z$')
);
--> statement-breakpoint
CREATE TABLE "release_document" (
	"shop_id" text NOT NULL,
	"id" text NOT NULL,
	"job_id" text NOT NULL,
	"revision" integer NOT NULL,
	"body" jsonb NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "release_document_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "release_revision" UNIQUE("shop_id","job_id","revision")
);
--> statement-breakpoint
CREATE TABLE "vehicle" (
	"shop_id" text NOT NULL,
	"id" text NOT NULL,
	"family" text NOT NULL,
	"vin" text,
	"serial" text,
	"plate" text,
	"fleet" text,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "vehicle_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "vehicle_identity" CHECK (coalesce("vehicle"."vin", "vehicle"."serial", "vehicle"."plate", "vehicle"."fleet") is not null)
);
--> statement-breakpoint
ALTER TABLE "account" ADD CONSTRAINT "account_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session" ADD CONSTRAINT "session_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "member" ADD CONSTRAINT "member_shop_id_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "member" ADD CONSTRAINT "member_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session_shop" ADD CONSTRAINT "session_shop_shop_id_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "catalogue" ADD CONSTRAINT "catalogue_shop_id_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "catalogue_head" ADD CONSTRAINT "catalogue_head_shop_id_catalogue_id_kind_id_rev_catalogue_row_shop_id_catalogue_id_kind_id_rev_fk" FOREIGN KEY ("shop_id","catalogue_id","kind","id","rev") REFERENCES "public"."catalogue_row"("shop_id","catalogue_id","kind","id","rev") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "catalogue_row" ADD CONSTRAINT "catalogue_row_shop_id_catalogue_id_catalogue_shop_id_id_fk" FOREIGN KEY ("shop_id","catalogue_id") REFERENCES "public"."catalogue"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_shop_id_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_shop_id_vehicle_id_vehicle_shop_id_id_fk" FOREIGN KEY ("shop_id","vehicle_id") REFERENCES "public"."vehicle"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_event" ADD CONSTRAINT "job_event_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_event" ADD CONSTRAINT "job_event_shop_id_job_id_job_shop_id_id_fk" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."job"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "release_document" ADD CONSTRAINT "release_document_shop_id_job_id_job_shop_id_id_fk" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."job"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "vehicle" ADD CONSTRAINT "vehicle_shop_id_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "account_user" ON "account" USING btree ("user_id");--> statement-breakpoint
CREATE INDEX "session_user" ON "session" USING btree ("user_id");--> statement-breakpoint
CREATE INDEX "catalogue_row_families" ON "catalogue_row" USING gin (("body" -> 'families')) WHERE "catalogue_row"."kind" = 'application';--> statement-breakpoint
CREATE INDEX "job_vehicle" ON "job" USING btree ("shop_id","vehicle_id");--> statement-breakpoint
CREATE INDEX "job_event_facts" ON "job_event" USING btree ("shop_id","job_id") WHERE "job_event"."type" in ('fact-stated', 'void');--> statement-breakpoint
CREATE UNIQUE INDEX "vehicle_vin" ON "vehicle" USING btree ("shop_id","vin") WHERE "vehicle"."vin" is not null;