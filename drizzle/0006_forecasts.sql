CREATE TABLE "forecasts" (
	"id" text PRIMARY KEY NOT NULL,
	"job_id" text NOT NULL,
	"document" jsonb NOT NULL,
	"frozen_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "forecasts" ADD CONSTRAINT "forecasts_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "forecasts_job" ON "forecasts" USING btree ("job_id");