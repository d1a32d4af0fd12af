CREATE TABLE "settings" (
	"id" text PRIMARY KEY NOT NULL,
	"document" jsonb NOT NULL,
	"saved_at" timestamp with time zone DEFAULT now() NOT NULL
);
