CREATE TABLE "release_cause" (
	"release_id" integer NOT NULL,
	"step_id" bigint NOT NULL,
	"language" text NOT NULL,
	"kind" text NOT NULL,
	"key" text collate "C" NOT NULL,
	CONSTRAINT "release_cause_release_id_language_kind_key_step_id_pk" PRIMARY KEY("release_id","language","kind","key","step_id")
);
--> statement-breakpoint
ALTER TABLE "release_page" ADD COLUMN "like_key" text collate "C";--> statement-breakpoint
ALTER TABLE "release_cause" ADD CONSTRAINT "release_cause_release_id_release_id_fk" FOREIGN KEY ("release_id") REFERENCES "public"."release"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "release_cause_step" ON "release_cause" USING btree ("release_id","step_id");--> statement-breakpoint
CREATE INDEX "step_at" ON "step" USING btree ("at");--> statement-breakpoint
CREATE INDEX "release_page_like" ON "release_page" USING btree ("release_id","like_key") WHERE like_key is not null;