-- Whatever changes what name servers read tells them so when it is certain: they keep their answers until then.
create function dns.tell_changed() returns trigger language plpgsql as $$
begin
  perform pg_notify('zones', name) from dns.domains where id in (select domain_id from changed);
  return null;
end $$;
--> statement-breakpoint
create function dns.tell_come_or_gone() returns trigger language plpgsql as $$
begin
  perform pg_notify('zones', name) from changed;
  return null;
end $$;
--> statement-breakpoint
create trigger told_of_new after insert on dns.records
  referencing new table as changed for each statement execute function dns.tell_changed();
--> statement-breakpoint
create trigger told_of_changed after update on dns.records
  referencing new table as changed for each statement execute function dns.tell_changed();
--> statement-breakpoint
create trigger told_of_gone after delete on dns.records
  referencing old table as changed for each statement execute function dns.tell_changed();
--> statement-breakpoint
create trigger told_of_new after insert on dns.cryptokeys
  referencing new table as changed for each statement execute function dns.tell_changed();
--> statement-breakpoint
create trigger told_of_gone after delete on dns.cryptokeys
  referencing old table as changed for each statement execute function dns.tell_changed();
--> statement-breakpoint
create trigger told_of_new after insert on dns.domains
  referencing new table as changed for each statement execute function dns.tell_come_or_gone();
--> statement-breakpoint
create trigger told_of_gone after delete on dns.domains
  referencing old table as changed for each statement execute function dns.tell_come_or_gone();
