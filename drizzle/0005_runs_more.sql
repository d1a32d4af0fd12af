CREATE TABLE "log_sources" (
	"columns" text PRIMARY KEY NOT NULL,
	"mapping" jsonb NOT NULL,
	"saved_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "pictures" (
	"id" text PRIMARY KEY NOT NULL,
	"job_id" text NOT NULL,
	"run_id" text,
	"name" text NOT NULL,
	"type" text NOT NULL,
	"bytes" integer NOT NULL,
	"hash" text NOT NULL,
	"thumbnail" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "head" jsonb;--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "said" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "pictures" ADD CONSTRAINT "pictures_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "pictures_job" ON "pictures" USING btree ("job_id");--> statement-breakpoint
UPDATE "runs" SET "said" = lower("card"::text);
