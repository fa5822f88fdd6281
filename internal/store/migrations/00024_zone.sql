-- +goose Up
-- zone is where the club's days begin and end, such as Europe/Oslo; empty until it is said,
-- and then it is where the server stands.
alter table club add column zone text not null default '';
