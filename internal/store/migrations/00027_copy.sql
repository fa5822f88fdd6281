-- +goose Up
-- copy says which of the copies of this club's file it is: one that is put back has another, so
-- that a device offers it again what it sent to the one before.
alter table club add column copy text not null default '';
update club set copy = lower(hex(randomblob(8)));
