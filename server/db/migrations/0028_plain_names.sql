ALTER TABLE "kept" RENAME TO "saved";--> statement-breakpoint
ALTER SEQUENCE "kept_id_seq" RENAME TO "saved_id_seq";--> statement-breakpoint
ALTER INDEX "kept_pkey" RENAME TO "saved_pkey";--> statement-breakpoint
ALTER INDEX "kept_name" RENAME TO "saved_name";--> statement-breakpoint
ALTER TABLE "saved" RENAME CONSTRAINT "kept_person_id_person_id_fk" TO "saved_person_id_person_id_fk";--> statement-breakpoint
ALTER TABLE "kept_reach" RENAME TO "cached_reach";--> statement-breakpoint
ALTER TABLE "cached_reach" RENAME CONSTRAINT "kept_reach_storefront_id_assignment_pk" TO "cached_reach_storefront_id_assignment_pk";--> statement-breakpoint
ALTER TABLE "change_stretch" RENAME TO "change_block";--> statement-breakpoint
ALTER TABLE "change_block" RENAME COLUMN "stretch" TO "block";--> statement-breakpoint
ALTER TABLE "change_block" RENAME CONSTRAINT "change_stretch_set_id_stretch_pk" TO "change_block_set_id_block_pk";--> statement-breakpoint
ALTER INDEX "change_stretch_products" RENAME TO "change_block_products";--> statement-breakpoint
ALTER TABLE "twin" RENAME TO "near_duplicate";--> statement-breakpoint
ALTER TABLE "near_duplicate" RENAME CONSTRAINT "twin_digest_other_pk" TO "near_duplicate_digest_other_pk";--> statement-breakpoint
UPDATE "job" SET "result" = "result" - 'kept' - 'keptCount' || jsonb_build_object('skipped', "result" -> 'kept', 'skippedCount', "result" -> 'keptCount') WHERE "result" ? 'keptCount';--> statement-breakpoint
UPDATE "job" SET "result" = "result" - 'kept' || jsonb_build_object('unchanged', "result" -> 'kept') WHERE "kind" = 'rework-attribute' AND "result" ? 'kept';--> statement-breakpoint
ALTER TABLE "finding" RENAME COLUMN "said" TO "details";
