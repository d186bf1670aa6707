DROP INDEX "job_in_work";--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "abandoned" boolean DEFAULT false NOT NULL;--> statement-breakpoint
CREATE INDEX "job_in_work" ON "job" USING btree ("shop_id","number") WHERE not "job"."abandoned" and "job"."released_seq" is distinct from "job"."last_seq";