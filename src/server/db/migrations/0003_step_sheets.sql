ALTER TABLE "catalogue_row" DROP CONSTRAINT "catalogue_row_kind";--> statement-breakpoint
DROP INDEX "catalogue_row_families";--> statement-breakpoint
CREATE INDEX "catalogue_row_families" ON "catalogue_row" USING gin (("body" -> 'families')) WHERE "catalogue_row"."kind" in ('application', 'step-sheet');--> statement-breakpoint
ALTER TABLE "catalogue_row" ADD CONSTRAINT "catalogue_row_kind" CHECK ("catalogue_row"."kind" in ('fact-key', 'profile', 'part', 'connector', 'lamp', 'family', 'application', 'step-sheet'));