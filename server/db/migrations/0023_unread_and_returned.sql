CREATE TABLE "unit_return" (
	"record" text NOT NULL,
	"unit" text NOT NULL,
	"language" text NOT NULL,
	"target" text NOT NULL,
	"writer_id" integer,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "unit_return_record_unit_language_pk" PRIMARY KEY("record","unit","language")
);
--> statement-breakpoint
ALTER TABLE "value" ADD COLUMN "unread" boolean;--> statement-breakpoint
ALTER TABLE "unit_mark" ADD COLUMN "unread" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "unit_return" ADD CONSTRAINT "unit_return_writer_id_person_id_fk" FOREIGN KEY ("writer_id") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "unit_return_writer" ON "unit_return" USING btree ("writer_id");--> statement-breakpoint
UPDATE "unit_segments" u SET "segments" = (
  SELECT jsonb_agg(
    CASE WHEN s ->> 'origin' = 'machine' AND s ->> 'state' IN ('initial', 'translated')
      THEN s || '{"unread": true}' ELSE s END ORDER BY n)
  FROM jsonb_array_elements(u."segments") WITH ORDINALITY AS x(s, n))
WHERE u."segments" @> '[{"origin": "machine"}]';--> statement-breakpoint
UPDATE "value" v SET "unread" = true
FROM "unit_segments" u
  JOIN "product" p ON u."record" = 'product:' || p."sku"
  JOIN "attribute" a ON a."code" = split_part(substr(u."unit", 11), '@', 1)
  LEFT JOIN "storefront" f ON f."code" = split_part(split_part(u."unit", '@', 2), '/', 1)
WHERE v."product_id" = p."id" AND v."attribute_id" = a."id" AND v."storefront_id" = coalesce(f."id", 0)
  AND v."language" = u."language" AND v."hash" = u."beside" AND u."segments" @> '[{"unread": true}]';--> statement-breakpoint
UPDATE "unit_mark" m SET "unread" = true
FROM "unit_segments" u
WHERE u."record" = m."record" AND u."unit" = m."unit" AND u."language" = m."language"
  AND m."state" IN ('initial', 'translated') AND u."segments" @> '[{"unread": true}]';--> statement-breakpoint
UPDATE "piece_text" t SET "states" = jsonb_set(t."states", ARRAY[part, 'unread'], 'true')
FROM "unit_segments" u
  CROSS JOIN LATERAL (SELECT split_part(u."unit", '@', 1) AS part) x
  JOIN "piece" p ON u."record" = 'piece:' || p."code"
  LEFT JOIN "storefront" f ON f."code" = split_part(split_part(u."unit", '@', 2), '/', 1)
WHERE t."piece_id" = p."id" AND t."storefront_id" = coalesce(f."id", 0) AND t."language" = u."language"
  AND part IN ('title', 'body') AND t."states" ? part AND u."segments" @> '[{"unread": true}]'
  AND u."beside" = encode(sha256(convert_to(
    normalize(CASE part WHEN 'title' THEN t."title" ELSE t."body" END, NFC), 'UTF8')), 'hex');--> statement-breakpoint
INSERT INTO "readiness_due_set" ("what") SELECT '{"all": true}'::jsonb WHERE EXISTS (SELECT 1 FROM "product");--> statement-breakpoint
UPDATE "storefront" SET "facts" = coalesce((
  SELECT jsonb_object_agg(key, CASE
    WHEN value = '' THEN '{}'::jsonb
    WHEN value ~ '^[0-9 +()./-]*$' OR value ~ '^[^ ]+@[^ ]+$' OR value ~ '^https?://'
      THEN jsonb_build_object('zxx', value)
    ELSE jsonb_build_object("editions" -> 0 ->> 'language', value) END)
  FROM jsonb_each_text("facts")), '{}'::jsonb);
--> statement-breakpoint
UPDATE "job" SET "kind" = CASE "kind" WHEN 'put-back' THEN 'undo' ELSE 'evaluate' END WHERE "kind" IN ('put-back', 'judge');
