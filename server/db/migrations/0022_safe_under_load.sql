CREATE TABLE "audit" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"kind" text NOT NULL,
	"person_id" integer,
	"origin" text NOT NULL,
	"by" text DEFAULT '' NOT NULL,
	"detail" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sign_in_try" (
	"key" text PRIMARY KEY NOT NULL,
	"tries" integer NOT NULL,
	"after" timestamp with time zone NOT NULL,
	"refused" boolean DEFAULT false NOT NULL,
	"expires" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "session" ADD COLUMN "seen" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "session" ADD COLUMN "origin" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "tries" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "after" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "readiness_due" ADD COLUMN "tries" smallint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "readiness_due" ADD COLUMN "after" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "readiness_due" ADD COLUMN "error" text;--> statement-breakpoint
ALTER TABLE "readiness_due_set" ADD COLUMN "tries" smallint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "readiness_due_set" ADD COLUMN "after" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "readiness_due_set" ADD COLUMN "error" text;--> statement-breakpoint
CREATE INDEX "audit_at" ON "audit" USING btree ("at");--> statement-breakpoint
CREATE INDEX "session_expires" ON "session" USING btree ("expires");--> statement-breakpoint
CREATE INDEX "job_waiting" ON "job" USING btree ("created") WHERE state = 'queued';--> statement-breakpoint
CREATE INDEX "job_running" ON "job" USING btree ("id") WHERE state = 'running';--> statement-breakpoint
CREATE FUNCTION "audit_is_append_only"() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'The audit log is append-only.';
END
$$;--> statement-breakpoint
CREATE TRIGGER "audit_append_only" BEFORE UPDATE OR DELETE OR TRUNCATE ON "audit" FOR EACH STATEMENT EXECUTE FUNCTION "audit_is_append_only"();--> statement-breakpoint
DROP SCHEMA IF EXISTS "pgboss" CASCADE;
