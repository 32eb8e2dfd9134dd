CREATE TABLE "outside_link" (
	"address" text collate "C" PRIMARY KEY NOT NULL,
	"host" text NOT NULL,
	"due" timestamp with time zone NOT NULL,
	"asked" timestamp with time zone,
	"status" integer,
	"problem" text,
	"failures" integer DEFAULT 0 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "released_link" (
	"document" bigint NOT NULL,
	"href" text collate "C" NOT NULL,
	CONSTRAINT "released_link_document_href_pk" PRIMARY KEY("document","href")
);
--> statement-breakpoint
CREATE INDEX "outside_link_due" ON "outside_link" USING btree ("due");