ALTER TABLE "price" ADD COLUMN "priority" smallint;--> statement-breakpoint
ALTER TABLE "fact_price" ADD COLUMN "priority" smallint;