CREATE TABLE "audit_line" (
	"seq" bigserial PRIMARY KEY NOT NULL,
	"shop_id" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"by" text NOT NULL,
	"about" text NOT NULL,
	"did" text NOT NULL,
	"subject" text NOT NULL,
	"before" jsonb,
	"after" jsonb
);
--> statement-breakpoint
CREATE TABLE "setup_link" (
	"key_hash" text PRIMARY KEY NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"used_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "member" ADD COLUMN "ended_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "member" ADD COLUMN "must_change" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "tax_bp" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "open_min" integer DEFAULT 450 NOT NULL;--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "close_min" integer DEFAULT 1050 NOT NULL;--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "market" text DEFAULT 'unknown' NOT NULL;--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "sheet_head" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "sheet_foot" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "audit_line" ADD CONSTRAINT "audit_line_shop_id_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "audit_of_shop" ON "audit_line" USING btree ("shop_id","seq");--> statement-breakpoint
CREATE TRIGGER audit_line_append_only BEFORE UPDATE OR DELETE ON audit_line FOR EACH ROW EXECUTE FUNCTION refuse_rewrite();--> statement-breakpoint
CREATE TRIGGER audit_line_never_emptied BEFORE TRUNCATE ON audit_line FOR EACH STATEMENT EXECUTE FUNCTION refuse_rewrite();--> statement-breakpoint
CREATE TRIGGER job_event_never_emptied BEFORE TRUNCATE ON job_event FOR EACH STATEMENT EXECUTE FUNCTION refuse_rewrite();--> statement-breakpoint
CREATE TRIGGER catalogue_row_never_emptied BEFORE TRUNCATE ON catalogue_row FOR EACH STATEMENT EXECUTE FUNCTION refuse_rewrite();--> statement-breakpoint
CREATE TRIGGER release_document_never_emptied BEFORE TRUNCATE ON release_document FOR EACH STATEMENT EXECUTE FUNCTION refuse_rewrite();--> statement-breakpoint
CREATE TRIGGER held_entry_never_emptied BEFORE TRUNCATE ON held_entry FOR EACH STATEMENT EXECUTE FUNCTION refuse_rewrite();
