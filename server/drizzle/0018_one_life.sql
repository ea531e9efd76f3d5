CREATE TABLE "lease" (
	"key" text PRIMARY KEY NOT NULL,
	"holder" text NOT NULL,
	"until" timestamp with time zone NOT NULL
);--> statement-breakpoint
CREATE TABLE "name_log" (
	"id" bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "name_log_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"held_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"who" jsonb NOT NULL,
	"what" jsonb NOT NULL
);--> statement-breakpoint
CREATE TABLE "operation" (
	"id" uuid PRIMARY KEY NOT NULL,
	"sequence" bigint GENERATED ALWAYS AS IDENTITY (sequence name "operation_sequence_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"account_id" uuid NOT NULL,
	"order_id" uuid,
	"kind" text NOT NULL,
	"name" text NOT NULL,
	"registry" text NOT NULL,
	"request" jsonb NOT NULL,
	"line" jsonb,
	"state" jsonb NOT NULL,
	"version" integer DEFAULT 0 NOT NULL,
	"transaction" text NOT NULL,
	"decision" jsonb,
	"attempts" integer DEFAULT 0 NOT NULL,
	"next_at" timestamp with time zone,
	"leased_until" timestamp with time zone,
	"deadline" timestamp with time zone,
	"created_at" timestamp with time zone NOT NULL,
	CONSTRAINT "operation_transaction_unique" UNIQUE("transaction")
);--> statement-breakpoint
DROP INDEX "order_open";--> statement-breakpoint
DROP INDEX "held_name_account";--> statement-breakpoint
-- Events are known by the order in which they came, not by a count that has to be read first.
ALTER TABLE "order_event" DROP CONSTRAINT "order_event_order_id_sequence_pk";--> statement-breakpoint
ALTER TABLE "order_event" ADD COLUMN "id" bigint;--> statement-breakpoint
UPDATE "order_event" e SET "id" = n."id" FROM (
	SELECT "order_id", "sequence", row_number() OVER (ORDER BY "at", "order_id", "sequence") AS "id" FROM "order_event"
) n WHERE n."order_id" = e."order_id" AND n."sequence" = e."sequence";--> statement-breakpoint
ALTER TABLE "order_event" ALTER COLUMN "id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "order_event" ALTER COLUMN "id" ADD GENERATED ALWAYS AS IDENTITY (SEQUENCE NAME "order_event_id_seq");--> statement-breakpoint
SELECT setval('order_event_id_seq', coalesce((SELECT max("id") FROM "order_event"), 0) + 1, false);--> statement-breakpoint
ALTER TABLE "order_event" ADD PRIMARY KEY ("id");--> statement-breakpoint
-- An order is what was agreed and where its payment stands, read from its events for the last time.
ALTER TABLE "customer_order" ADD COLUMN "terms" jsonb;--> statement-breakpoint
ALTER TABLE "customer_order" ADD COLUMN "payment" jsonb;--> statement-breakpoint
ALTER TABLE "customer_order" ADD COLUMN "told" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "customer_order" ADD COLUMN "version" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "customer_order" ADD COLUMN "open" integer;--> statement-breakpoint
ALTER TABLE "customer_order" ADD COLUMN "leased_until" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "customer_order" ADD COLUMN "payment_silent_since" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "customer_order" ALTER COLUMN "look_at" DROP NOT NULL;--> statement-breakpoint
UPDATE "customer_order" o SET "terms" = (
	SELECT p."event" - 'type' - 'lines' FROM "order_event" p WHERE p."order_id" = o."id" AND p."event" ->> 'type' = 'placed'
);--> statement-breakpoint
UPDATE "customer_order" o SET "payment" = coalesce((
	SELECT (e."event" - 'type' - CASE WHEN EXISTS (
			SELECT FROM "order_event" c WHERE c."order_id" = o."id" AND c."event" ->> 'type' = 'cleared'
		) THEN 'unresolved' ELSE '' END)
		|| jsonb_build_object('at', CASE e."event" ->> 'type' WHEN 'paidLate' THEN 'returning' ELSE e."event" ->> 'type' END)
		|| CASE WHEN e."event" ->> 'type' = 'waiting' THEN coalesce((
			SELECT jsonb_build_object('received', r."event" -> 'received') FROM "order_event" r
			WHERE r."order_id" = o."id" AND r."event" ->> 'type' = 'partlyPaid' ORDER BY r."id" DESC LIMIT 1
		), '{}') ELSE '{}' END
	FROM "order_event" e
	WHERE e."order_id" = o."id" AND e."event" ->> 'type' IN
		('waiting', 'authorised', 'paid', 'declined', 'captured', 'voided', 'lost', 'paidLate', 'refunded')
	ORDER BY e."id" DESC LIMIT 1
), '{"at": "asked"}');--> statement-breakpoint
UPDATE "customer_order" o SET "told" = EXISTS (
	SELECT FROM "order_event" t WHERE t."order_id" = o."id" AND t."event" ->> 'type' = 'told' AND NOT EXISTS (
		SELECT FROM "order_event" l WHERE l."order_id" = o."id" AND l."event" ->> 'type' = 'paidLate' AND l."id" > t."id"
	)
);--> statement-breakpoint
-- Each line of an order is an operation of its own from now on.
INSERT INTO "operation" ("id", "account_id", "order_id", "kind", "name", "registry", "request", "line", "state", "transaction", "decision", "deadline", "next_at", "created_at")
SELECT gen_random_uuid(), o."account_id", o."id", 'register', l."line" ->> 'name', coalesce((
		SELECT r."id" FROM (VALUES
	('lanternhead', '{com,net,org,boats,info,biz,name,mobi,yachts,fishing,surf,cruises,voyage,travel,holiday,vacations,flights,tours,tickets,events,party,wedding,gifts,toys,games,bingo,football,golf,hockey,rugby,soccer,tennis,run,bike,fitness,yoga,diet,health,dental,doctor,clinic,care,vision,surgery,hospital,pharmacy,family,kids,baby,love,dating,singles,mom,wtf,lol,guru,ninja,expert,tips,review,reviews,wiki,blog,chat,email,page,site,online,website,host,press,news,media,audio,video,film,movie,music,radio}'::text[]),
	('quarrystone', '{marine,lake,sail,shop,works,club,fish,school,bar,pub,beer,wine,vodka,coffee,cafe,pizza,restaurant,kitchen,recipes,cooking,food,organic,farm,garden,flowers,green,eco,earth,solar,energy,house,homes,rent,land,estate,villas,apartments,haus,casa,maison,condos,rentals,properties,lease,mortgage,loan,loans,credit,cash,money,finance,fund,investments,capital,exchange,trading,tax,accountants,legal,law,lawyer,attorney,abogado,insure,insurance,gold,jewelry,diamonds,luxury,fashion,clothing,shoes,boutique,style,design,studio,art,gallery,photo,photos,photography,pictures,pics,camera,graphics,ink,tattoo,space,star,sky,cool,fun,fyi,rocks,social,band,dance,theater,theatre,actor,horse,dog,pet,vet,camp,ski,guide,center,academy,college,degree,courses,education,training,study,university,institute,coop}'::text[]),
	('tidewheel', '{store,market,markets,supply,supplies,parts,tools,equipment,plumbing,construction,build,builders,contractors,engineering,industries,cab,taxi,car,cars,auto,autos,limo,motorcycles,repair,cleaning,services,solutions,systems,support,technology,tech,digital,software,computer,codes,dev,app,cloud,data,domains,network,net.co,link,click,download,direct,directory,company,business,enterprises,holdings,group,partners,ventures,associates,management,consulting,agency,marketing,sale,discount,coupons,deals,bargains,cheap,promo,bid,auction,delivery,express,storage,tube,zone,world,global,international,today}'::text[]),
	('fernhollow', '{charity,foundation,ngo,ong,museum,church,faith,bible,community,gives,voting,vote,democrat,republican,forum,pro,aero,archi,bio,travelers,jobs,careers,work,team,lgbt,gay,irish,scot,wales,cymru,bzh,gal,eus,cat,frl,quebec,swiss,kiwi,london,berlin,hamburg,koeln,cologne,amsterdam,brussels,vlaanderen,wien,tirol,saarland,ruhr,bayern,nrw,boston,miami,vegas,nyc,sydney,melbourne,tokyo,osaka,nagoya,yokohama,kyoto,okinawa,taipei,moscow,istanbul,capetown,joburg,durban,rio,barcelona,madrid,helsinki,stockholm,zuerich}'::text[]),
	('millrace', '{paris,co.uk,ie,se,re,uk,me.uk,org.uk,de,fr,nl,be,lu,at,ch,li,dk,no,fi,is,ee,lv,lt,pl,cz,sk,hu,si,hr,rs,ba,me,mk,al,gr,bg,ro,md,it,sm,es,pt,ad,mt,cy,tr,ca,us,mx,cl,co,pe,uy,ec,bo,cr,gt,hn,ni,pa,do,pr,gl,fo,gg,je,im,eu,la,io,cc,tv,ws}'::text[]),
	('ropewalk', '{in,jp,kr,cn,tw,hk,sg,my,vn,th,ph,id,asia,xn--fhbei,xn--80asehdb,xn--80aswg,xn--c1avg,xn--d1acj3b,xn--ses554g,xn--5tzm5g,xn--fiq228c5hs,xn--55qx5d,xn--czrs0t,xn--hxt814e,xn--3ds443g,xn--h2brj9c,xn--i1b6b1a6a2e,xn--q9jyb4c,xn--mk1bu44c,xn--t60b56a,xn--9dbq2a,xn--ngbc5azd,xn--qxa6a,xn--j1amh,xn--90ais,xn--p1ai,xn--o3cw4h,xn--3e0b707e,xn--j6w193g}'::text[]),
	('copperbell', '{com.au,net.au,org.au,co.nz,net.nz,org.nz,com.br,net.br,com.mx,com.ar,com.co,com.pe,com.uy,co.za,web.za,org.za,co.ke,co.il,org.il,co.in,net.in,org.in,co.jp,or.jp,co.kr,com.sg,com.my,com.ph,com.tw,com.hk,com.tr,com.pl,com.pt,com.gr,com.cy,com.mt,co.at,or.at,ac.nz}'::text[])
		) AS r("id", "labels") CROSS JOIN unnest(r."labels") AS x("label")
		WHERE right(l."line" ->> 'name', length(x."label") + 1) = '.' || x."label"
		ORDER BY length(x."label") DESC LIMIT 1
	), ''),
	jsonb_strip_nulls(jsonb_build_object(
		'years', l."line" -> 'years', 'privacy', l."line" -> 'privacy', 'premium', l."line" -> 'premium',
		'contacts', jsonb_build_object('registrant', o."contact_id", 'admin', o."contact_id", 'tech', o."contact_id", 'billing', o."contact_id")
			|| coalesce(o."differing" -> (l."line" ->> 'name'), '{}')
	)),
	l."line" || '{"kind": "register"}', s."state", t."transaction",
	(SELECT jsonb_build_object('done', d."done", 'text', d."text") FROM "registry_decision" d WHERE d."transaction" = t."transaction"),
	(SELECT min(q."value"::timestamptz) + interval '3 days' FROM jsonb_each_text(o."silent_since") q
		WHERE q."key" IN ('register ' || (l."line" ->> 'name'), 'awaitRegistry ' || (l."line" ->> 'name'))),
	CASE WHEN o."payment" ->> 'at' IN ('authorised', 'paid') AND s."state" ->> 'at' IN ('ready', 'sent', 'pending') THEN now() END,
	o."placed_at"
FROM "customer_order" o
JOIN "order_event" p ON p."order_id" = o."id" AND p."event" ->> 'type' = 'placed'
CROSS JOIN jsonb_array_elements(p."event" -> 'lines') WITH ORDINALITY AS l("line", "place")
CROSS JOIN LATERAL (
	SELECT 'TIENDA-' || left(encode(sha256(convert_to(o."id" || ' ' || (l."line" ->> 'name'), 'UTF8')), 'hex'), 32) AS "transaction"
) t
CROSS JOIN LATERAL (
	SELECT coalesce((
		SELECT (e."event" - 'type' - 'name') || jsonb_build_object('at', CASE e."event" ->> 'type'
			WHEN 'registered' THEN 'done'
			WHEN 'notRegistered' THEN CASE e."event" ->> 'cause' WHEN 'silent' THEN 'givenUp' ELSE 'refused' END
			ELSE e."event" ->> 'type' END)
		FROM "order_event" e
		WHERE e."order_id" = o."id" AND e."event" ->> 'name' = l."line" ->> 'name'
		ORDER BY e."id" DESC LIMIT 1
	), '{"at": "ready"}') AS "state"
) s
ORDER BY o."placed_at", o."id", l."place";--> statement-breakpoint
UPDATE "customer_order" o SET
	"open" = (SELECT count(*) FROM "operation" n WHERE n."order_id" = o."id" AND n."state" ->> 'at' IN ('ready', 'sent', 'pending')),
	"payment_silent_since" = (SELECT min(q."value"::timestamptz) FROM jsonb_each_text(o."silent_since") q
		WHERE q."key" NOT LIKE 'register %' AND q."key" NOT LIKE 'awaitRegistry %');--> statement-breakpoint
UPDATE "customer_order" SET "look_at" = CASE WHEN "ended" OR ("payment" ->> 'at' IN ('authorised', 'paid') AND "open" > 0) THEN NULL ELSE now() END;--> statement-breakpoint
UPDATE "order_event" SET "event" = CASE "event" ->> 'type'
	WHEN 'placed' THEN '{"type": "placed"}'
	WHEN 'registered' THEN "event" || '{"type": "done"}'
	ELSE "event" || jsonb_build_object('type', CASE "event" ->> 'cause' WHEN 'silent' THEN 'givenUp' ELSE 'refused' END)
END WHERE "event" ->> 'type' IN ('placed', 'registered', 'notRegistered');--> statement-breakpoint
ALTER TABLE "customer_order" ALTER COLUMN "terms" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "customer_order" ALTER COLUMN "payment" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "customer_order" ALTER COLUMN "open" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "customer_order" DROP COLUMN "silent_since";--> statement-breakpoint
ALTER TABLE "customer_order" RENAME COLUMN "payment_silent_since" TO "silent_since";--> statement-breakpoint
ALTER TABLE "order_event" DROP COLUMN "sequence";--> statement-breakpoint
DROP TABLE "registry_decision";--> statement-breakpoint
-- A name is held many times: each time is a row.
ALTER TABLE "held_name" DROP CONSTRAINT "held_name_pkey";--> statement-breakpoint
ALTER TABLE "held_name" ADD COLUMN "id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL;--> statement-breakpoint
ALTER TABLE "held_name" ADD COLUMN "stage" text DEFAULT 'active' NOT NULL;--> statement-breakpoint
ALTER TABLE "held_name" ADD COLUMN "next_stage_on" date;--> statement-breakpoint
UPDATE "held_name" SET "next_stage_on" = "expires_on";--> statement-breakpoint
ALTER TABLE "held_name" ALTER COLUMN "next_stage_on" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "held_name" ADD COLUMN "left_at" timestamp with time zone;--> statement-breakpoint
INSERT INTO "name_log" ("held_id", "at", "who", "what")
SELECT h."id", coalesce(e."at", h."registered_on"::timestamptz), '{"type": "owner"}',
	jsonb_build_object('type', 'registered', 'years', coalesce(n."line" -> 'years', '1'), 'expiresOn', coalesce(e."event" -> 'expiresOn', to_jsonb(h."expires_on"::text)))
FROM "held_name" h
LEFT JOIN "operation" n ON n."order_id" = h."order_id" AND n."name" = h."name"
LEFT JOIN "order_event" e ON e."order_id" = h."order_id" AND e."event" ->> 'name' = h."name" AND e."event" ->> 'type' = 'done'
ORDER BY 2;--> statement-breakpoint
ALTER TABLE "name_log" ADD CONSTRAINT "name_log_held_id_held_name_id_fk" FOREIGN KEY ("held_id") REFERENCES "public"."held_name"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "operation" ADD CONSTRAINT "operation_account_id_account_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "operation" ADD CONSTRAINT "operation_order_id_customer_order_id_fk" FOREIGN KEY ("order_id") REFERENCES "public"."customer_order"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "lease_until" ON "lease" USING btree ("until");--> statement-breakpoint
CREATE INDEX "name_log_held" ON "name_log" USING btree ("held_id","id");--> statement-breakpoint
CREATE INDEX "operation_order" ON "operation" USING btree ("order_id");--> statement-breakpoint
CREATE INDEX "operation_lane" ON "operation" USING btree ("registry","next_at") WHERE "operation"."next_at" is not null;--> statement-breakpoint
CREATE INDEX "operation_name" ON "operation" USING btree ("account_id","name","sequence") WHERE "operation"."next_at" is not null;--> statement-breakpoint
CREATE INDEX "order_due" ON "customer_order" USING btree ("look_at") WHERE "customer_order"."look_at" is not null;--> statement-breakpoint
CREATE UNIQUE INDEX "held_name_current" ON "held_name" USING btree ("name") WHERE "held_name"."left_at" is null;--> statement-breakpoint
CREATE INDEX "held_name_stage" ON "held_name" USING btree ("next_stage_on") WHERE "held_name"."left_at" is null;--> statement-breakpoint
CREATE INDEX "held_name_registered" ON "held_name" USING btree ("registered_on");--> statement-breakpoint
CREATE INDEX "order_event_order" ON "order_event" USING btree ("order_id","id");--> statement-breakpoint
CREATE INDEX "held_name_account" ON "held_name" USING btree ("account_id","expires_on","name") WHERE "held_name"."left_at" is null;--> statement-breakpoint
ALTER TABLE "basket_line" ADD COLUMN "action" text DEFAULT 'register' NOT NULL;--> statement-breakpoint
-- Orders and operations are their own queue.
DROP SCHEMA IF EXISTS "queue" CASCADE;
