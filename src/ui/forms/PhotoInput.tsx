'use client';

import { FileInput } from '@mantine/core';

const largest = 10 * 1024 * 1024;

interface PhotoInputProps {
  label: string;
  photos: File[];
  onChange: (photos: File[]) => void;
  /** opens the camera at once on a phone @default false */
  camera?: boolean;
}

/** The first picture that is too large to be sent, in words; `undefined` where none is. */
function tooLarge(photos: readonly File[]): string | undefined {
  const one = photos.find(({ size }) => size > largest);
  return one && `${one.name} is larger than 10 MB. Take a smaller one; the rest is kept.`;
}

/** Takes pictures. What is too large is not sent: the page says so, and nothing typed is lost. */
export function PhotoInput({ label, photos, onChange, camera = false }: PhotoInputProps) {
  return (
    <FileInput
      label={label}
      placeholder="take or choose"
      accept="image/jpeg,image/png,image/webp"
      {...(camera && { capture: 'environment' as const })}
      multiple
      value={photos}
      onChange={onChange}
      error={tooLarge(photos)}
      clearable
      maw={320}
    />
  );
}

/** The pictures as a form, without those that are too large. */
export function photosForm(photos: readonly File[]): FormData {
  const form = new FormData();
  for (const photo of photos) if (photo.size <= largest) form.append('photo', photo);
  return form;
}
