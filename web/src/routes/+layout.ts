import { readVocabulary } from '$lib/api/vocabulary';

export const ssr = false;
export const prerender = false;

export const load = () => readVocabulary();
