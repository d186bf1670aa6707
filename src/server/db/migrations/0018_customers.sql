CREATE EXTENSION IF NOT EXISTS pg_trgm;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "customer" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "reach" text DEFAULT '' NOT NULL;--> statement-breakpoint
CREATE INDEX "job_customer" ON "job" USING gin (("customer" || chr(31) || "reach") gin_trgm_ops) WHERE "job"."customer" <> '';--> statement-breakpoint
CREATE INDEX "vehicle_known" ON "vehicle" USING gin ((coalesce("vin", '') || chr(31) || coalesce("serial", '') || chr(31) || coalesce("plate", '') || chr(31) || coalesce("fleet", '') || chr(31) || coalesce("own_line" ->> 'maker', '') || ' ' || coalesce("own_line" ->> 'name', '')) gin_trgm_ops);