-- Whether a split rule said a document's type; else its words may say it, once they are read.
alter table documents add column type_said boolean not null default true;
alter table laid_by_values add column type_said boolean not null default true;
