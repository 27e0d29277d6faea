-- Values that the trail tells of lie beside it: a line holds the digest of each, so one that is blacked out later can go
-- from here, and the chain still agrees. What went is named in a line of its own.
create table trail_values (
  digest text primary key,
  document_id bigint not null,
  field text not null,
  salt bytea not null,
  value text not null
);
create index trail_values_by_document on trail_values (document_id);
create trigger trail_values_stay before update or truncate on trail_values execute function refuse_change_of_trail();
