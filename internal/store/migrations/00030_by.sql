-- +goose Up
-- device is who added an event, until it is packed: an assistant takes back only what was tapped
-- on the same device. Empty on the machine itself, and for what came before.
alter table events add column device text not null default '';
