-- Running numbers in names of files: of a rubric ('#'), or of one of its folders ('/…').
create table name_counters (
  rubric_id uuid not null references rubrics,
  scope text not null,
  last int not null,
  primary key (rubric_id, scope)
);

-- Which of them a document was given: made again, it keeps them.
create table document_numbers (
  document_id bigint not null references documents on delete cascade,
  scope text not null,
  number int not null,
  primary key (document_id, scope)
);
