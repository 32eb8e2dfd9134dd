CREATE TABLE "feed" (
	"code" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"source" text NOT NULL,
	"place" text NOT NULL,
	"every_minutes" integer NOT NULL,
	"take" text NOT NULL,
	"mapping" jsonb,
	"resting" boolean NOT NULL,
	"mark" text,
	"due" timestamp with time zone,
	"looked" timestamp with time zone,
	"ended" text,
	"job" text,
	"version" integer DEFAULT 1 NOT NULL
);
