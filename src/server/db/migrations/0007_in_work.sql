-- Jobs that are in work are found without reading any; a shelf counts its changes.
ALTER TABLE "catalogue" ADD COLUMN "version" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "released_seq" integer;--> statement-breakpoint
UPDATE "job" j SET "released_seq" = (
  SELECT max(e."seq") FROM "job_event" e
  WHERE e."shop_id" = j."shop_id" AND e."job_id" = j."id" AND e."type" = 'release-locked');--> statement-breakpoint
CREATE INDEX "job_in_work" ON "job" USING btree ("shop_id","number") WHERE "job"."released_seq" is distinct from "job"."last_seq";--> statement-breakpoint
CREATE INDEX "job_event_fitted" ON "job_event" USING btree ("shop_id","type","job_id") WHERE "job_event"."type" in ('release-locked', 'lamp-chosen', 'warranty-linked');
