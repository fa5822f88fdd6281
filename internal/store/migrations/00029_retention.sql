-- +goose Up
-- keep_months is how long what was written about students in a lesson is kept; 0: for good.
-- thinned is the moment before which it was let go of.
alter table club add column keep_months integer not null default 0 check (keep_months between 0 and 600);
alter table club add column thinned integer not null default 0;
