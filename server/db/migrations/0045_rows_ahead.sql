ALTER TABLE "live_release" ADD COLUMN "ahead" integer;--> statement-breakpoint
ALTER TABLE "live_release" ADD COLUMN "ahead_up_to" jsonb;--> statement-breakpoint
ALTER TABLE "live_release" ADD COLUMN "ahead_whole" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "live_release" ADD CONSTRAINT "live_release_ahead_release_id_fk" FOREIGN KEY ("ahead") REFERENCES "public"."release"("id") ON DELETE set null ON UPDATE no action;