-- From where something was done; and who tried to sign in and was nobody.
alter table trail add column address text;
alter table trail drop constraint trail_actor_check;
alter table trail drop constraint trail_check;
alter table trail add constraint trail_actor_check check (actor in ('person', 'token', 'worker', 'nobody'));
alter table trail add constraint trail_person_check check ((actor in ('worker', 'nobody')) = (person is null));
create index trail_by_person on trail (person, id) where person is not null;

-- Each line's digest, made from the line and the digest before it. Lines are chained soon after they are committed, in this order.
create table trail_chain (
  seq bigint primary key,
  trail_id bigint not null unique references trail,
  hash bytea not null
);
create trigger trail_chain_stays before update or delete or truncate on trail_chain execute function refuse_change_of_trail();
-- Lines that are not chained yet, and the transaction that wrote each: one that is still under way may hold an earlier line.
create table trail_unchained (trail_id bigint primary key, tx xid8 not null default pg_current_xact_id());
insert into trail_unchained (trail_id) select id from trail;
create function unchained_line() returns trigger language plpgsql as $$
begin
  insert into trail_unchained (trail_id) values (new.id);
  return null;
end $$;
create trigger trail_to_chain after insert on trail for each row execute function unchained_line();

-- What the chain came to each day, once it was told to people: a chain that was cut off or made anew does not agree with it.
create table trail_heads (
  day date primary key,
  seq bigint not null,
  hash bytea not null,
  told jsonb
);
create trigger trail_heads_stay before delete or truncate on trail_heads execute function refuse_change_of_trail();
