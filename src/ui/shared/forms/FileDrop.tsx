'use client';

import type { ReactNode } from 'react';
import { useDropzone, type Accept } from 'react-dropzone';
import classes from './forms.module.css';

interface FileDropProps {
  /** name of the field, for those who cannot see it */
  label: string;
  children: ReactNode;
  /** kinds taken, as the browser's file chooser knows them @default any */
  accept?: Accept;
  largestBytes: number;
  onFile: (file: File) => void;
  /** more than one, too large or of another kind */
  onRefused: () => void;
  disabled?: boolean;
  className?: string;
}

/** Takes one file, dropped or chosen. */
export function FileDrop({
  label,
  children,
  accept,
  largestBytes,
  onFile,
  onRefused,
  disabled = false,
  className,
}: FileDropProps) {
  const { getRootProps, getInputProps, isDragActive } = useDropzone({
    onDropAccepted: ([file]) => file && onFile(file),
    onDropRejected: onRefused,
    accept,
    maxSize: largestBytes,
    multiple: false,
    disabled,
  });
  return (
    <div
      {...getRootProps()}
      className={`${classes.drop} ${className ?? ''}`}
      data-over={isDragActive || undefined}
      aria-disabled={disabled}
    >
      <input {...getInputProps({ 'aria-label': label })} />
      {children}
    </div>
  );
}
