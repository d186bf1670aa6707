CREATE TABLE "bay" (
	"shop_id" text NOT NULL,
	"id" text NOT NULL,
	"name" text NOT NULL,
	"ordinal" integer NOT NULL,
	CONSTRAINT "bay_shop_id_id_pk" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
CREATE TABLE "booking" (
	"shop_id" text NOT NULL,
	"id" text NOT NULL,
	"job_id" text NOT NULL,
	"bay_id" text NOT NULL,
	"starts_at" timestamp with time zone NOT NULL,
	"minutes" integer NOT NULL,
	"waits_for" text DEFAULT '' NOT NULL,
	"waits_until" timestamp with time zone,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "booking_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "booking_minutes" CHECK ("booking"."minutes" between 15 and 1440)
);
--> statement-breakpoint
CREATE TABLE "part_stock" (
	"shop_id" text NOT NULL,
	"part" text NOT NULL,
	"count" integer DEFAULT 0 NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "part_stock_shop_id_part_pk" PRIMARY KEY("shop_id","part"),
	CONSTRAINT "part_stock_count" CHECK ("part_stock"."count" >= 0)
);
--> statement-breakpoint
CREATE TABLE "past_fitting" (
	"shop_id" text NOT NULL,
	"id" text NOT NULL,
	"lamp" text NOT NULL,
	"fitted_at" timestamp with time zone NOT NULL,
	"back_at" timestamp with time zone,
	"symptom" text,
	CONSTRAINT "past_fitting_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "past_fitting_back" CHECK ("past_fitting"."back_at" is null or "past_fitting"."back_at" >= "past_fitting"."fitted_at")
);
--> statement-breakpoint
CREATE TABLE "photo" (
	"shop_id" text NOT NULL,
	"id" text NOT NULL,
	"width_px" integer NOT NULL,
	"height_px" integer NOT NULL,
	"bytes" "bytea" NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"made_by" text NOT NULL,
	CONSTRAINT "photo_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "photo_id" CHECK ("photo"."id" ~ '^[0-9a-f]{64}$')
);
--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "hour_minor" integer DEFAULT 7200 NOT NULL;--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "hour_currency" text DEFAULT 'EUR' NOT NULL;--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "calendar_token" text DEFAULT encode(uuid_send(gen_random_uuid()), 'hex') NOT NULL;--> statement-breakpoint
ALTER TABLE "catalogue_row" ADD COLUMN "words" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "bay" ADD CONSTRAINT "bay_shop_id_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "booking" ADD CONSTRAINT "booking_shop_id_job_id_job_shop_id_id_fk" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."job"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "booking" ADD CONSTRAINT "booking_shop_id_bay_id_bay_shop_id_id_fk" FOREIGN KEY ("shop_id","bay_id") REFERENCES "public"."bay"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "part_stock" ADD CONSTRAINT "part_stock_shop_id_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "past_fitting" ADD CONSTRAINT "past_fitting_shop_id_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_shop_id_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "booking_time" ON "booking" USING btree ("shop_id","starts_at");--> statement-breakpoint
CREATE INDEX "past_fitting_lamp" ON "past_fitting" USING btree ("shop_id","lamp");--> statement-breakpoint
CREATE INDEX "catalogue_row_words" ON "catalogue_row" USING gin (to_tsvector('simple', "words"));--> statement-breakpoint
-- Rows of before get the words of their own text; standard terms come with their next revision.
ALTER TABLE "catalogue_row" DISABLE TRIGGER USER;--> statement-breakpoint
UPDATE "catalogue_row" SET "words" = lower(concat_ws(' ', "id", "body" ->> 'maker', "body" ->> 'name', "body" ->> 'partNumber', "body" ->> 'role'));--> statement-breakpoint
ALTER TABLE "catalogue_row" ENABLE TRIGGER USER;
