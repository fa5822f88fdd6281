/// <reference types="@sveltejs/kit" />
/// <reference no-default-lib="true"/>
/// <reference lib="esnext" />
/// <reference lib="webworker" />

import { build, files, version } from '$service-worker';
import { api } from '$lib/api/client';
import { send } from '$lib/device/outbox';
import { forgetUnsaved, type Left } from '$lib/device/unsaved';

/**
 * The application without a signal. The shell, the core and every script of one version
 * are kept together and served from the device; a new version is fetched beside it and
 * takes over when no page of the old one is open, so that one arriving in the middle of a
 * lesson changes nothing. What the server told is kept too and serves when it is away.
 */
const worker = globalThis as unknown as ServiceWorkerGlobalScope;
const SHELL = `shell ${version}`;
const TOLD = 'told';
const INDEX = '/';
const own = [...build, ...files, INDEX];

worker.addEventListener('install', (event) => {
  event.waitUntil(
    Promise.all([
      caches.open(SHELL).then((cache) => cache.addAll(own)),
      caches.open(TOLD).then((cache) => cache.addAll(always))
    ])
  );
});

worker.addEventListener('activate', (event) => {
  event.waitUntil(
    (async () => {
      for (const name of await caches.keys()) {
        if (name !== SHELL && name !== TOLD) await caches.delete(name);
      }
      await worker.clients.claim();
    })()
  );
});

/** What no screen is without. */
const always = ['/api/v1/vocabulary', '/api/v1/bases', '/api/v1/courts'];

/** Lists and documents that a screen may show as they were. Nothing that reckons or writes. */
const mayBeOld =
  /^\/api\/v1\/(vocabulary|bases|courts|students|groups|lessons|drills|games)(\/[0-9a-f-]{36})?$/;

worker.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== worker.location.origin) return;
  if (request.mode === 'navigate') event.respondWith(fromShell(INDEX, request));
  else if (own.includes(url.pathname)) event.respondWith(fromShell(url.pathname, request));
  else if (mayBeOld.test(url.pathname)) event.respondWith(asTold(request));
});

async function fromShell(path: string, request: Request): Promise<Response> {
  const kept = await (await caches.open(SHELL)).match(path);
  return kept ?? fetch(request);
}

/** What the server says now; with no answer, what it said last. */
async function asTold(request: Request): Promise<Response> {
  const told = await caches.open(TOLD);
  try {
    const answer = await fetch(request);
    // A login page in between also answers; only what is ours is remembered.
    if (answer.ok && answer.headers.get('Content-Type')?.startsWith('application/json')) {
      await told.put(request, answer.clone()).catch(() => undefined); // a full device
      return answer;
    }
    if (answer.headers.get('Content-Type')?.includes('json')) return answer;
    return (await told.match(request)) ?? answer;
  } catch (e) {
    const kept = await told.match(request);
    if (!kept) throw e;
    return kept;
  }
}

worker.addEventListener('sync', (event) => {
  const sync = event as ExtendableEvent & { tag: string };
  if (sync.tag === 'taps') sync.waitUntil(send());
});

/** A page that closed has left its last edit to be saved. */
worker.addEventListener('message', (event) => {
  const left = event.data as Left | undefined;
  if (left?.kind !== 'save') return;
  event.waitUntil(
    api
      .PUT('/api/v1/lessons/{lesson}', { params: { path: { lesson: left.lesson.id } }, body: left.lesson })
      .then(
        ({ data }) => (data ? forgetUnsaved(left.key) : undefined),
        () => undefined // it is on the device, and offered when the lesson is opened again
      )
  );
});
