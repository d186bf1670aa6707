CREATE TABLE "held_entry" (
	"shop_id" text NOT NULL,
	"digest" text NOT NULL,
	"raw" "bytea" NOT NULL,
	"entry_id" text,
	"job_id" text,
	"type" text,
	"user_id" text NOT NULL,
	"why" text NOT NULL,
	"faults" jsonb NOT NULL,
	"held_at" timestamp with time zone DEFAULT now() NOT NULL,
	"settled" text,
	"settled_by" text,
	"settled_at" timestamp with time zone,
	CONSTRAINT "held_entry_shop_id_digest_pk" PRIMARY KEY("shop_id","digest")
);
--> statement-breakpoint
CREATE TABLE "once_request" (
	"shop_id" text NOT NULL,
	"id" text NOT NULL,
	"kind" text NOT NULL,
	"user_id" text NOT NULL,
	"answer" jsonb,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "once_request_shop_id_id_pk" PRIMARY KEY("shop_id","id")
);
--> statement-breakpoint
ALTER TABLE "part_stock" DROP CONSTRAINT "part_stock_count";--> statement-breakpoint
DROP INDEX "job_event_facts";--> statement-breakpoint
ALTER TABLE "job_event" ADD COLUMN "role" text;--> statement-breakpoint
ALTER TABLE "held_entry" ADD CONSTRAINT "held_entry_shop_id_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "held_entry" ADD CONSTRAINT "held_entry_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "held_entry_open" ON "held_entry" USING btree ("shop_id","user_id") WHERE "held_entry"."settled" is null;--> statement-breakpoint
CREATE INDEX "held_entry_id" ON "held_entry" USING btree ("shop_id","entry_id");--> statement-breakpoint
CREATE INDEX "job_event_facts" ON "job_event" USING btree ("shop_id","job_id") WHERE "job_event"."type" in ('fact-stated', 'void', 'lamp-chosen');--> statement-breakpoint
CREATE TRIGGER held_entry_kept BEFORE DELETE ON held_entry FOR EACH ROW EXECUTE FUNCTION refuse_rewrite();
