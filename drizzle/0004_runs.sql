CREATE TABLE "runs" (
	"id" text PRIMARY KEY NOT NULL,
	"job_id" text NOT NULL,
	"card" jsonb NOT NULL,
	"log" jsonb NOT NULL,
	"raw" text NOT NULL,
	"deleted_at" timestamp with time zone,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "runs" ADD CONSTRAINT "runs_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "runs_job" ON "runs" USING btree ("job_id");