-- a document is kept whole now and then, otherwise as what differs from the one before it; text: rows of earlier versions,
-- packed one by one in the background
alter table document alter column text set null;
alter table document alter column command set null;
alter table document add column whole boolean default true not null;
alter table document add column content blob;
alter table document add column packed_command blob;
