import { newId } from '../data/new-id.ts';

/** This page, by itself: what it switches on goes off with it. */
export const PAGE_ID: string = newId();
