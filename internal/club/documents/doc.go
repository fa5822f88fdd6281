// Package documents keeps what coaches write and share: drills, games, ladders and weekly
// plans. Each kind is kept alike, in versions that stay; a late save is put together with what
// was saved meanwhile, or refused with what changed. What ships is on the same shelf and is
// never written.
package documents
