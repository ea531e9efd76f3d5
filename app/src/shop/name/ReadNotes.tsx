import { Text } from '../../ui/Text';

/** So many notes are read; of more the rest can wait. */
const most = 20;

/** What was found of a line of a list: of what was typed, or of the name that it was read as. */
type Note = { readonly line: number; readonly what: string } & (
  | { readonly typed: string }
  | { readonly unicode: string }
);

/** What a list that was read says of its lines. */
export function ReadNotes<Found extends Note>({
  notes,
  wordsOf,
}: {
  readonly notes: readonly Found[];
  readonly wordsOf: (note: Found) => string;
}) {
  return notes.slice(0, most).map((note) => (
    <Text key={`${note.line} ${note.what} ${'typed' in note ? note.typed : note.unicode}`} kind="small" colour="plum">
      {wordsOf(note)}
    </Text>
  ));
}
