import { useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Catalogue } from '@tienda/core/catalogue/extension';
import type { MoveNote, ReadMoves } from '@tienda/core/transfers/readMoves';
import { useWantMoves } from '../../api/moves';
import { reading } from '../../shop/name/later';
import { ReadNotes } from '../../shop/name/ReadNotes';
import { useRead } from '../../shop/name/useRead';
import { problemText } from '../../texts/problems';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Failure } from '../../ui/Empty';
import { Field } from '../../ui/Field';
import { FileInput } from '../../ui/FileInput';
import { Text } from '../../ui/Text';

const words = texts.moves;
const nothing: ReadMoves = { moves: [], notes: [] };

async function readThem(typed: string, catalogue: Catalogue): Promise<ReadMoves> {
  const [{ readMoves }, { readCsv }] = await Promise.all([reading(), import('@tienda/core/formats/csv')]);
  return readMoves(typed, readCsv(typed), catalogue);
}

interface MoveListProps {
  readonly catalogue: Catalogue | undefined;
  /** What stands there to begin with. */
  readonly first: string;
}

/** Where names are written down that are to come here, one or hundreds, with or without their codes. */
export function MoveList({ catalogue, first }: MoveListProps) {
  const want = useWantMoves();
  const file = useRef<HTMLInputElement>(null);
  const [typed, setTyped] = useState(first);
  const { moves, notes } = useRead(typed, catalogue, nothing, readThem);

  const look = () =>
    want.mutate(moves, {
      // What could not be read stays to be put right, and so does what was typed meanwhile.
      onSuccess: () => setTyped((now) => (now === typed && notes.length === 0 ? '' : now)),
    });
  return (
    <View style={styles.list}>
      <Field multiline mono label={words.label} hint={words.hint} value={typed} onChange={setTyped} />
      <Text kind="small" role="status">
        {typed.trim() === '' ? '' : words.read(moves.length)}
      </Text>
      <ReadNotes notes={notes} wordsOf={noteWords} />
      {want.isError ? <Failure fault={want.error} retry={look} /> : null}
      {want.data?.cannot.map(({ typed: name, code, detail, facts }) => (
        <Text key={name} kind="small" colour="plum">
          {words.cannot(name, problemText(code, detail, facts))}
        </Text>
      ))}
      <View style={styles.actions}>
        <Action title={words.look} disabled={moves.length === 0} busy={want.isPending} onPress={look} />
        <Action kind="link" title={words.file} onPress={() => file.current?.click()} />
      </View>
      <FileInput ref={file} label={words.file} onText={setTyped} />
    </View>
  );
}

function noteWords(note: MoveNote): string {
  if (note.what !== 'problem') return words[note.what](note.line, note.unicode);
  const { code, detail, facts } = note.problem;
  return words.problem(note.line, note.typed, problemText(code, detail, facts));
}

const styles = StyleSheet.create({
  list: { marginBottom: 16 },
  actions: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 14, marginTop: 8 },
});
