import type { HandleClientError } from '@sveltejs/kit';

/** What went wrong is said as it is; the words are a coach's already. */
export const handleError: HandleClientError = ({ error, message }) => ({
  message: error instanceof Error ? error.message : message
});
