-- pictures laid under sketches, by the hash of their content
create table picture (
  hash varchar(64) primary key,
  type varchar(40) not null,
  content blob not null
);
