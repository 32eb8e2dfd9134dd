CREATE TABLE "record" (
	"kind" text NOT NULL,
	"code" text NOT NULL,
	"body" json NOT NULL,
	CONSTRAINT "record_kind_code_pk" PRIMARY KEY("kind","code")
);
--> statement-breakpoint
INSERT INTO "record" SELECT 'campaigns', "code", json_build_object('code', "code", 'name', "name", 'note', "note", 'storefronts', "storefronts", 'from', "from_local", 'to', "to_local") FROM "campaign";--> statement-breakpoint
INSERT INTO "record" SELECT 'named-rules', "code", json_build_object('code', "code", 'name', "name", 'note', "note", 'rule', "rule") FROM "named_rule";--> statement-breakpoint
INSERT INTO "record" SELECT 'block-kinds', "code", json_build_object('code', "code", 'name', "name", 'fields', "fields", 'many', "many") FROM "block_kind";--> statement-breakpoint
INSERT INTO "record" SELECT 'question-sets', "code", json_build_object('code', "code", 'name', "name", 'note', "note", 'questions', "questions") FROM "question_set";--> statement-breakpoint
INSERT INTO "record" SELECT 'house-styles', "code", json_build_object('code', "code", 'field', "field", 'storefront', "storefront", 'language', "language", 'settings', "settings") FROM "house_style";--> statement-breakpoint
INSERT INTO "record" SELECT 'recipes', "code", json_build_object('code', "code", 'name', "name", 'note', "note", 'storefront', "storefront", 'steps', "steps") FROM "recipe";--> statement-breakpoint
INSERT INTO "record" SELECT 'glossary', "code", json_build_object('code', "code", 'partOfSpeech', "part_of_speech", 'note', "note", 'languages', "languages") FROM "term";--> statement-breakpoint
DROP TABLE "block_kind" CASCADE;--> statement-breakpoint
DROP TABLE "campaign" CASCADE;--> statement-breakpoint
DROP TABLE "named_rule" CASCADE;--> statement-breakpoint
DROP TABLE "question_set" CASCADE;--> statement-breakpoint
DROP TABLE "house_style" CASCADE;--> statement-breakpoint
DROP TABLE "recipe" CASCADE;--> statement-breakpoint
DROP TABLE "term" CASCADE;--> statement-breakpoint
ALTER TABLE "attribute" DROP COLUMN "version";--> statement-breakpoint
ALTER TABLE "category" DROP COLUMN "version";--> statement-breakpoint
ALTER TABLE "product_type" DROP COLUMN "version";--> statement-breakpoint
ALTER TABLE "storefront" DROP COLUMN "version";--> statement-breakpoint
ALTER TABLE "named_list" DROP COLUMN "version";--> statement-breakpoint
ALTER TABLE "assignment" DROP COLUMN "version";--> statement-breakpoint
ALTER TABLE "media" DROP COLUMN "version";--> statement-breakpoint
ALTER TABLE "piece" DROP COLUMN "version";--> statement-breakpoint
ALTER TABLE "feed" DROP COLUMN "version";