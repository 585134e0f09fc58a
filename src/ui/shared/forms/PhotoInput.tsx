'use client';

import { FileInput } from '@mantine/core';
import { shrinkPicture } from './shrink-picture';

/** The most pictures sent at once. */
export const mostPhotos = 6;

interface PhotoInputProps {
  label: string;
  photos: File[];
  onChange: (photos: File[]) => void;
}

/** Takes pictures, of any size, from the camera or from those that are there: made smaller before they are sent. */
export function PhotoInput({ label, photos, onChange }: PhotoInputProps) {
  return (
    <FileInput
      label={label}
      placeholder="take or choose"
      accept="image/jpeg,image/png,image/webp"
      multiple
      value={photos}
      onChange={onChange}
      error={
        photos.length > mostPhotos
          ? `The first ${mostPhotos} of these ${photos.length} pictures are sent.`
          : undefined
      }
      clearable
      maw={320}
    />
  );
}

/** The pictures as a form, made small. */
export async function photosForm(photos: readonly File[]): Promise<FormData> {
  const form = new FormData();
  for (const photo of photos.slice(0, mostPhotos)) {
    form.append('photo', await shrinkPicture(photo), photo.name);
  }
  return form;
}
