DROP INDEX "catalogue_row_families";--> statement-breakpoint
ALTER TABLE "catalogue_head" ADD COLUMN "families" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
CREATE INDEX "catalogue_head_families" ON "catalogue_head" USING gin ("families") WITH (fastupdate=false);--> statement-breakpoint
UPDATE "catalogue_head" h SET "families" = ARRAY(SELECT jsonb_array_elements_text(r."body" -> 'families'))
FROM "catalogue_row" r
WHERE r."shop_id" = h."shop_id" AND r."catalogue_id" = h."catalogue_id" AND r."kind" = h."kind" AND r."id" = h."id" AND r."rev" = h."rev"
  AND jsonb_typeof(r."body" -> 'families') = 'array';
