CREATE TABLE "release_plan" (
	"id" serial PRIMARY KEY NOT NULL,
	"storefront" text NOT NULL,
	"title" text NOT NULL,
	"scope" jsonb NOT NULL,
	"days" integer[] NOT NULL,
	"time" text NOT NULL,
	"most_changed" integer,
	"least_left" integer,
	"paused" boolean DEFAULT false NOT NULL,
	"stopped" text,
	"next_run" timestamp with time zone NOT NULL,
	"owner" integer,
	"approved_by" integer[] DEFAULT '{}' NOT NULL
);
--> statement-breakpoint
ALTER TABLE "release" ADD COLUMN "plan" integer;--> statement-breakpoint
ALTER TABLE "release_plan" ADD CONSTRAINT "release_plan_owner_person_id_fk" FOREIGN KEY ("owner") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "release_plan_storefront" ON "release_plan" USING btree ("storefront");--> statement-breakpoint
ALTER TABLE "release" ADD CONSTRAINT "release_plan_release_plan_id_fk" FOREIGN KEY ("plan") REFERENCES "public"."release_plan"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "release_planned" ON "release" USING btree ("plan") WHERE plan is not null and number is null;