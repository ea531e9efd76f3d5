import { useCallback, useRef, useState } from 'react';
import { StyleSheet, TextInput, View } from 'react-native';
import type { ImportedLines, ImportNote } from '@tienda/core/basket/importLines';
import type { Catalogue } from '@tienda/core/catalogue/extension';
import { useBasketCheck, usePutManyInBasket } from '../../api/basket';
import { useCatalogue } from '../../api/catalogue';
import { useAutoRenewDefault } from '../../api/session';
import { reading } from '../../shop/name/later';
import { ReadNotes } from '../../shop/name/ReadNotes';
import { useRead } from '../../shop/name/useRead';
import { texts } from '../../texts/texts';
import { problemText } from '../../texts/problems';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Failure } from '../../ui/Empty';
import { FileInput } from '../../ui/FileInput';
import { palette } from '../../ui/palette';
import { Text } from '../../ui/Text';
import { fonts, useFocusFrame } from '../../ui/theme';

const words = texts.basket.import;
const nothing: ImportedLines = { lines: [], notes: [] };

/** Names from a list or a file; nothing goes in the basket before it was read back. */
export function ImportPanel({ onClose }: { readonly onClose: () => void }) {
  const { frame, handlers } = useFocusFrame();
  const catalogue = useCatalogue().data;
  const autoRenew = useAutoRenewDefault();
  const put = usePutManyInBasket();
  const check = useBasketCheck();
  const file = useRef<HTMLInputElement>(null);
  const [typed, setTyped] = useState('');
  const readThem = useCallback(
    async (text: string, known: Catalogue) => {
      const [{ importLines }, { readCsv }] = await Promise.all([reading(), import('@tienda/core/formats/csv')]);
      return importLines(readCsv(text), known, autoRenew);
    },
    [autoRenew],
  );
  const { lines, notes } = useRead(typed, catalogue, nothing, readThem);
  const latest = useRef('');
  const type = (text: string) => {
    latest.current = text;
    setTyped(text);
  };

  const putIn = () =>
    put.mutate(lines, {
      onSuccess: () => {
        // What was typed meanwhile is still to be put in.
        if (latest.current === typed) onClose();
        void check.refetch();
      },
    });
  return (
    <Card label={words.title}>
      <Text kind="heading" level={2}>
        {words.title}
      </Text>
      <Text kind="small" colour="quiet">
        {words.detail}
      </Text>
      <TextInput
        aria-label={words.label}
        multiline
        value={typed}
        onChangeText={type}
        autoCapitalize="none"
        spellCheck={false}
        style={[styles.input, frame]}
        {...handlers}
      />
      <Text kind="small" role="status">
        {words.read(lines.length)}
      </Text>
      <ReadNotes notes={notes} wordsOf={noteWords} />
      {put.isError ? <Failure fault={put.error} /> : null}
      <View style={styles.actions}>
        <Action title={words.put(lines.length)} disabled={lines.length === 0} busy={put.isPending} onPress={putIn} />
        <Action kind="link" title={words.file} onPress={() => file.current?.click()} />
        <Action kind="link" title={words.close} onPress={onClose} />
      </View>
      <FileInput ref={file} label={words.file} onText={type} />
    </Card>
  );
}

function noteWords(note: ImportNote): string {
  switch (note.what) {
    case 'problem':
      return words.problem(
        note.line,
        note.typed,
        problemText(note.problem.code, note.problem.detail, note.problem.facts),
      );
    case 'again':
      return words.again(note.line, note.unicode);
    case 'term':
      return words.noTerm(note.line, note.unicode, note.years);
  }
}

const styles = StyleSheet.create({
  input: {
    minHeight: 120,
    borderWidth: 1,
    borderColor: palette.quiet,
    borderRadius: 8,
    backgroundColor: palette.card,
    color: palette.pine,
    fontFamily: fonts.mono,
    fontSize: 15,
    padding: 10,
    marginVertical: 8,
  },
  actions: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 14, marginTop: 8 },
});
