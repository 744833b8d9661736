/** What the worker throws where nobody wants the answer any more: the tape has moved on. */
export const DROPPED = 'dropped';
