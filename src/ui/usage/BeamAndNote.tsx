import { Textarea, TextInput } from '@mantine/core';

interface BeamAndNoteProps {
  beam: string;
  note: string;
  onBeam: (typed: string) => void;
  onNote: (typed: string) => void;
}

/** What few know or need to say of a session. */
export function BeamAndNote({ beam, note, onBeam, onNote }: BeamAndNoteProps) {
  return (
    <details>
      <summary>Beam time, note</summary>
      <TextInput
        label="Beam time, where known"
        placeholder="minutes or h:mm"
        value={beam}
        onChange={(event) => onBeam(event.currentTarget.value)}
        maw={320}
      />
      <Textarea label="Note" value={note} onChange={(event) => onNote(event.currentTarget.value)} />
    </details>
  );
}
