ALTER TABLE "storefront" ALTER COLUMN "releasing" SET DEFAULT '{"approvals":0,"frozen":null,"keeps":50}'::jsonb;--> statement-breakpoint
ALTER TABLE "release" ADD COLUMN "pinned" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "release" ADD COLUMN "forgotten" timestamp with time zone;--> statement-breakpoint
UPDATE "storefront" SET "releasing" = "releasing" || '{"keeps":50}'::jsonb;
