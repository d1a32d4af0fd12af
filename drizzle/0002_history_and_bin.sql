ALTER TABLE "job_revisions" ADD COLUMN "name" text;--> statement-breakpoint
ALTER TABLE "library_items" ADD COLUMN "binned_at" timestamp with time zone;