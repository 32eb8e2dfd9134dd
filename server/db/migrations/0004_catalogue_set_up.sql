CREATE TABLE "kept" (
	"id" serial PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"name" text NOT NULL,
	"person_id" integer NOT NULL,
	"shared" boolean NOT NULL,
	"content" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "attribute" ADD COLUMN "serves" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "attribute" ADD COLUMN "allowed" jsonb;--> statement-breakpoint
ALTER TABLE "category" ADD COLUMN "type" text;--> statement-breakpoint
ALTER TABLE "category" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "price" ADD COLUMN "quantity" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "product" ADD COLUMN "categories" text[];--> statement-breakpoint
ALTER TABLE "product" ADD COLUMN "minimum" integer;--> statement-breakpoint
ALTER TABLE "product" ADD COLUMN "differs_in" text[];--> statement-breakpoint
ALTER TABLE "product" ADD COLUMN "relations" jsonb;--> statement-breakpoint
ALTER TABLE "product" ADD COLUMN "carried" jsonb;--> statement-breakpoint
ALTER TABLE "kept" ADD CONSTRAINT "kept_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "kept_name" ON "kept" USING btree ("kind","person_id","name");--> statement-breakpoint
UPDATE "attribute" AS a SET "serves" = '{facts}' WHERE "type" IN ('text', 'number', 'measure', 'yes-no', 'choice', 'choices', 'date') AND "code" <> 'name';--> statement-breakpoint
UPDATE "product_type" SET "attributes" = (SELECT coalesce(jsonb_agg('{"requiredIn": [], "requiredWhere": null}'::jsonb || a ORDER BY n), '[]') FROM jsonb_array_elements("attributes") WITH ORDINALITY AS e(a, n));
