import { completeDraft, type Stage } from '@mindful-probe/core';
import { useSyncExternalStore } from 'react';
import { newId } from '../data/new-id.ts';
import { append } from '../data/waiting.ts';
import { type PhotoProgress, WaitingPhotos } from './waiting-photos.ts';

const LARGEST_MEGABYTES = 25;

/** The one queue of this tab. */
const photos = new WaitingPhotos((specimenId, draft) => append(specimenId, completeDraft(draft, newId(), new Date().toISOString())));
void photos.resume();

/** Pictures of a specimen that are not on its tape yet. */
export function usePhotosOnTheWay(specimenId: string): readonly PhotoProgress[] {
  return useSyncExternalStore(photos.subscribe, photos.all).filter((photo) => photo.specimenId === specimenId);
}

/**
 * Takes files as pictures of a stage.
 *
 * @returns what is wrong with those that were not taken, in words
 */
export function addPhotos(files: Iterable<File>, specimenId: string, stage: Stage, of?: string): readonly string[] {
  const problems: string[] = [];
  for (const file of files) {
    if (!/^image\/(jpeg|png|webp)$/.test(file.type)) {
      problems.push(`${file.name} is no picture that can be kept here: JPEG, PNG or WebP are.`);
    } else if (file.size > LARGEST_MEGABYTES * 1024 * 1024) {
      problems.push(`${file.name} is larger than ${LARGEST_MEGABYTES} MB.`);
    } else {
      void photos.add({ id: newId(), specimenId, stage, name: file.name, file, ...(of && { of }) });
    }
  }
  return problems;
}

export function dropPhoto(id: string): void {
  void photos.drop(id);
}
