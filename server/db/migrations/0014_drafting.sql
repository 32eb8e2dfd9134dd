CREATE TABLE "recipe" (
	"code" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"note" text NOT NULL,
	"storefront" text,
	"steps" jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "suggestion" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"run_id" integer NOT NULL,
	"root_id" integer NOT NULL,
	"product_id" integer NOT NULL,
	"picture" text,
	"attribute" text NOT NULL,
	"storefront" text NOT NULL,
	"language" text NOT NULL,
	"step" text,
	"value" jsonb NOT NULL,
	"base" jsonb,
	"made_from" jsonb NOT NULL,
	"alternatives" jsonb NOT NULL,
	"invented" text[] NOT NULL,
	"state" text NOT NULL,
	"decided_by" integer,
	"decided_at" timestamp with time zone,
	"decided" jsonb
);
--> statement-breakpoint
CREATE TABLE "suggestion_run" (
	"id" serial PRIMARY KEY NOT NULL,
	"origin" text NOT NULL,
	"title" text NOT NULL,
	"recipe" text,
	"person_id" integer,
	"job" text,
	"created" timestamp with time zone NOT NULL,
	"done" jsonb NOT NULL,
	CONSTRAINT "suggestion_run_job_unique" UNIQUE("job")
);
--> statement-breakpoint
ALTER TABLE "blob" ADD COLUMN "reading" jsonb;--> statement-breakpoint
ALTER TABLE "suggestion" ADD CONSTRAINT "suggestion_run_id_suggestion_run_id_fk" FOREIGN KEY ("run_id") REFERENCES "public"."suggestion_run"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "suggestion_of_run" ON "suggestion" USING btree ("run_id","state");--> statement-breakpoint
CREATE INDEX "suggestion_of_root" ON "suggestion" USING btree ("root_id","attribute");--> statement-breakpoint
CREATE INDEX "suggestion_by_state" ON "suggestion" USING btree ("state","id");