CREATE TABLE "fact_range" (
	"storefront_id" smallint NOT NULL,
	"root_id" integer NOT NULL,
	"group_code" text,
	"from_at" timestamp with time zone,
	"to_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "list_member" (
	"list_id" integer NOT NULL,
	"product_id" integer NOT NULL,
	CONSTRAINT "list_member_list_id_product_id_pk" PRIMARY KEY("list_id","product_id")
);
--> statement-breakpoint
CREATE TABLE "named_list" (
	"id" serial PRIMARY KEY NOT NULL,
	"code" text NOT NULL,
	"name" text NOT NULL,
	"note" text NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "named_list_code_unique" UNIQUE("code")
);
--> statement-breakpoint
ALTER TABLE "product" ADD COLUMN "carried_folded" jsonb;--> statement-breakpoint
UPDATE "product" SET "carried_folded" = (SELECT jsonb_object_agg(key, btrim(regexp_replace(lower(normalize(value, NFKC)), '\s+', ' ', 'g'))) FROM jsonb_each_text("carried")) WHERE "carried" IS NOT NULL;--> statement-breakpoint
ALTER TABLE "list_member" ADD CONSTRAINT "list_member_list_id_named_list_id_fk" FOREIGN KEY ("list_id") REFERENCES "public"."named_list"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "fact_range_root" ON "fact_range" USING btree ("root_id");--> statement-breakpoint
CREATE INDEX "list_member_product" ON "list_member" USING btree ("product_id");