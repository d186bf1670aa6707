DROP INDEX "catalogue_row_words";--> statement-breakpoint
ALTER TABLE "catalogue_head" ADD COLUMN "words" text DEFAULT '' NOT NULL;--> statement-breakpoint
UPDATE "catalogue_head" h SET "words" = r."words" FROM "catalogue_row" r
	WHERE r."shop_id" = h."shop_id" AND r."catalogue_id" = h."catalogue_id" AND r."kind" = h."kind" AND r."id" = h."id" AND r."rev" = h."rev";--> statement-breakpoint
CREATE INDEX "catalogue_head_words" ON "catalogue_head" USING gin (to_tsvector('simple', "words"));
