ALTER TABLE "change_set" ADD COLUMN "folded" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "change_set" ALTER COLUMN "folded" DROP DEFAULT;--> statement-breakpoint
CREATE INDEX "change_set_unfolded" ON "change_set" USING btree ("id") WHERE not folded;
