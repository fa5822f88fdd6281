-- +goose Up
-- The saves of one sitting become one version; they are found by when they were saved.
create index lesson_versions_by_day on lesson_versions (saved_at, lesson_id, version);
