CREATE TABLE "shop_key" (
	"shop_id" text NOT NULL,
	"id" text NOT NULL,
	"name" text NOT NULL,
	"opens" text NOT NULL,
	"key_hash" text NOT NULL,
	"made_by" text NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"used_at" timestamp with time zone,
	"revoked_at" timestamp with time zone,
	CONSTRAINT "shop_key_shop_id_id_pk" PRIMARY KEY("shop_id","id"),
	CONSTRAINT "shop_key_key_hash_unique" UNIQUE("key_hash")
);
--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "figures" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "shop_key" ADD CONSTRAINT "shop_key_shop_id_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shop_key" ADD CONSTRAINT "shop_key_made_by_user_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;