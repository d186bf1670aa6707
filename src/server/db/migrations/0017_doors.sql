ALTER TABLE "sign_in_failure" ADD COLUMN "turn_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "held_entry" ADD COLUMN "signed_in" text;--> statement-breakpoint
ALTER TABLE "held_entry" ADD COLUMN "role" text;--> statement-breakpoint
ALTER TABLE "job_event" ADD COLUMN "signed_in" text;--> statement-breakpoint
ALTER TABLE "job_event" ADD COLUMN "let_in_by" text;