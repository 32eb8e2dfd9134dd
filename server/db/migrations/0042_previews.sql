CREATE TABLE "page_comment" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"answers" bigint,
	"link_id" integer,
	"release_id" integer,
	"storefront" text NOT NULL,
	"language" text NOT NULL,
	"kind" text NOT NULL,
	"key" text collate "C" NOT NULL,
	"title" text NOT NULL,
	"piece" text,
	"piece_title" text,
	"person_id" integer,
	"guest" text,
	"at" timestamp with time zone NOT NULL,
	"words" text NOT NULL,
	"settled" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "preview_link" (
	"id" serial PRIMARY KEY NOT NULL,
	"hash" "bytea" NOT NULL,
	"audience" text NOT NULL,
	"editions" jsonb NOT NULL,
	"sku" text collate "C",
	"release_id" integer,
	"group_code" text,
	"at" timestamp with time zone,
	"until" text NOT NULL,
	"ends" timestamp with time zone NOT NULL,
	"made_by" integer,
	"made" timestamp with time zone NOT NULL,
	"opened" timestamp with time zone,
	"withdrawn" timestamp with time zone,
	CONSTRAINT "preview_link_subject" CHECK (("preview_link"."sku" is null) <> ("preview_link"."release_id" is null))
);
--> statement-breakpoint
ALTER TABLE "page_comment" ADD CONSTRAINT "page_comment_answers_page_comment_id_fk" FOREIGN KEY ("answers") REFERENCES "public"."page_comment"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "page_comment" ADD CONSTRAINT "page_comment_link_id_preview_link_id_fk" FOREIGN KEY ("link_id") REFERENCES "public"."preview_link"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "page_comment" ADD CONSTRAINT "page_comment_release_id_release_id_fk" FOREIGN KEY ("release_id") REFERENCES "public"."release"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "page_comment" ADD CONSTRAINT "page_comment_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "preview_link" ADD CONSTRAINT "preview_link_release_id_release_id_fk" FOREIGN KEY ("release_id") REFERENCES "public"."release"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "preview_link" ADD CONSTRAINT "preview_link_made_by_person_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "page_comment_page" ON "page_comment" USING btree ("key","kind");--> statement-breakpoint
CREATE INDEX "page_comment_link" ON "page_comment" USING btree ("link_id","at");--> statement-breakpoint
CREATE INDEX "page_comment_release" ON "page_comment" USING btree ("release_id");--> statement-breakpoint
CREATE INDEX "page_comment_answers" ON "page_comment" USING btree ("answers");--> statement-breakpoint
CREATE INDEX "page_comment_open" ON "page_comment" USING btree ("id") WHERE answers is null and settled is null;--> statement-breakpoint
CREATE UNIQUE INDEX "preview_link_hash" ON "preview_link" USING btree ("hash");--> statement-breakpoint
CREATE INDEX "preview_link_sku" ON "preview_link" USING btree ("sku");--> statement-breakpoint
CREATE INDEX "preview_link_release" ON "preview_link" USING btree ("release_id");