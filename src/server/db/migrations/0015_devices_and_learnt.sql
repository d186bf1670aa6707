CREATE TABLE "device" (
	"shop_id" text NOT NULL,
	"id" text NOT NULL,
	"secret_hash" text NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "device_shop_id_id_pk" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
CREATE TABLE "device_grant" (
	"shop_id" text NOT NULL,
	"device_id" text NOT NULL,
	"user_id" text NOT NULL,
	"ends_at" timestamp with time zone NOT NULL,
	"ended_at" timestamp with time zone,
	"ended_by" text,
	CONSTRAINT "device_grant_shop_id_device_id_user_id_pk" PRIMARY KEY("shop_id","device_id","user_id")
);
--> statement-breakpoint
CREATE TABLE "learnt_step" (
	"shop_id" text NOT NULL,
	"job_id" text NOT NULL,
	"sheet" text NOT NULL,
	"step" text NOT NULL,
	"position" text DEFAULT '' NOT NULL,
	"way" text NOT NULL,
	"outcome" text NOT NULL,
	"words" text DEFAULT '' NOT NULL,
	"minutes" double precision,
	"fasteners" jsonb NOT NULL,
	"locked_at" timestamp with time zone NOT NULL,
	CONSTRAINT "learnt_step_shop_id_job_id_sheet_step_position_way_pk" PRIMARY KEY("shop_id","job_id","sheet","step","position","way"),
	CONSTRAINT "learnt_step_minutes" CHECK ("learnt_step"."minutes" is null or "learnt_step"."minutes" > 0)
);
--> statement-breakpoint
CREATE TABLE "photo_piece" (
	"shop_id" text NOT NULL,
	"id" text NOT NULL,
	"at" integer NOT NULL,
	"bytes" "bytea" NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "photo_piece_shop_id_id_at_pk" PRIMARY KEY("shop_id","id","at"),
	CONSTRAINT "photo_piece_id" CHECK ("photo_piece"."id" ~ '^[0-9a-f]{64}$')
);
--> statement-breakpoint
ALTER TABLE "device" ADD CONSTRAINT "device_shop_id_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "device_grant" ADD CONSTRAINT "device_grant_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "device_grant" ADD CONSTRAINT "device_grant_shop_id_device_id_device_shop_id_id_fk" FOREIGN KEY ("shop_id","device_id") REFERENCES "public"."device"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "learnt_step" ADD CONSTRAINT "learnt_step_shop_id_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "learnt_step" ADD CONSTRAINT "learnt_step_shop_id_job_id_job_shop_id_id_fk" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."job"("shop_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo_piece" ADD CONSTRAINT "photo_piece_shop_id_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "learnt_step_sheet" ON "learnt_step" USING btree ("shop_id","sheet");