CREATE TABLE "paper" (
	"kind" text NOT NULL,
	"number" text NOT NULL,
	"content" "bytea" NOT NULL,
	CONSTRAINT "paper_kind_number_pk" PRIMARY KEY("kind","number")
);
