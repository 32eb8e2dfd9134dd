ALTER TABLE "step" ADD COLUMN "written" bigint DEFAULT (pg_current_xact_id()::text::bigint) NOT NULL;--> statement-breakpoint
CREATE INDEX "change_step" ON "change" USING brin ("step_id");--> statement-breakpoint
CREATE INDEX "step_written" ON "step" USING btree ("written","id");