-- Which page stands in another's place is asked of every page of a batch, at every correction.
create index pages_by_replaced on pages (replaces) where replaces is not null;
