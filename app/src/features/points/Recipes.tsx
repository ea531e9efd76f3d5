import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { DnsRecord } from '@tienda/core/dns/record';
import { recipes, withRecipe, type Recipe, type RecipeAnswers, type RecipeProblem } from '@tienda/core/dns/recipe';
import type { ZoneWish } from '@tienda/core/dns/zoneWish';
import { toALabel } from '@tienda/core/idna/idna';
import { ApiProblem } from '../../api/client';
import { useOtherZone } from '../../api/points';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Chip } from '../../ui/Chip';
import { ChipStrip } from '../../ui/ChipStrip';
import { Failure } from '../../ui/Empty';
import { Field } from '../../ui/Field';
import { Text } from '../../ui/Text';
import { FormActions } from './FormActions';
import { ForwardForm } from './ForwardForm';
import { MailForm } from './MailForm';
import { PageForm } from './PageForm';
import { RecordForm, recordProblemText } from './RecordForm';

const words = texts.points;
/** What is taken over from another name, and sending visitors and mail on, are no recipes of answers. */
const sameAs = 'sameAs';
const forward = 'forward';
const mailForward = 'mailForward';
const page = 'page';
const add = 'add';
type Wanted = Recipe['id'] | typeof sameAs | typeof forward | typeof mailForward | typeof page | typeof add;

const wantedIds: readonly string[] = [forward, mailForward, page, ...recipes.map(({ id }) => id), sameAs];
const isWanted = (id: string | undefined): id is Wanted => id !== undefined && wantedIds.includes(id);

interface RecipesProps {
  readonly zone: string;
  /** It is one of many names that are changed alike. */
  readonly isMany?: boolean;
  readonly records: readonly DnsRecord[];
  /** What somebody came here for. */
  readonly wanted?: string | undefined;
  readonly onUse: (wish: ZoneWish) => void;
}

/** What people come for, each as a few answers; what it changes is seen among the records before it is saved. */
export function Recipes({ zone, isMany = false, records, wanted, onUse }: RecipesProps) {
  const [chosen, setChosen] = useState(isWanted(wanted) ? wanted : undefined);
  const leave = () => setChosen(undefined);
  const use = (wish: ZoneWish) => {
    onUse(wish);
    leave();
  };
  const recipe = recipes.find(({ id }) => id === chosen);
  const chip = (id: Wanted, title: string) => (
    <Chip
      key={id}
      title={title}
      pressed={chosen === id}
      expanded={chosen === id}
      onPress={() => setChosen(chosen === id ? undefined : id)}
    />
  );
  return (
    <View style={styles.part}>
      <Text kind="heading" level={2}>
        {words.recipesFor}
      </Text>
      <ChipStrip at={chosen ?? ''}>
        {chip(forward, words.forward.title)}
        {chip(mailForward, texts.mailForward.title)}
        {recipes.map(({ id }) => chip(id, words.recipes[id]))}
        {chip(page, texts.ownPage.title)}
        {chip(sameAs, words.sameAs)}
        {isMany ? chip(add, words.add) : null}
      </ChipStrip>
      {chosen === forward ? <ForwardForm zone={zone} isMany={isMany} onUse={use} onLeave={leave} /> : null}
      {chosen === mailForward ? (
        <MailForm zone={zone} isMany={isMany} records={records} onUse={use} onLeave={leave} />
      ) : null}
      {chosen === page ? <PageForm zone={zone} onUse={use} onLeave={leave} /> : null}
      {chosen === add ? (
        <RecordForm zone={zone} onPut={(record) => use({ kind: 'add', records: [record] })} onLeave={leave} />
      ) : null}
      {chosen === sameAs ? <SameAs onUse={use} onLeave={leave} /> : null}
      {recipe ? (
        <RecipeForm key={recipe.id} recipe={recipe} zone={zone} records={records} onUse={use} onLeave={leave} />
      ) : null}
    </View>
  );
}

interface RecipeFormProps extends RecipesProps {
  readonly recipe: Recipe;
  readonly onLeave: () => void;
}

function RecipeForm({ recipe, zone, records, onUse, onLeave }: RecipeFormProps) {
  const [answers, setAnswers] = useState<RecipeAnswers>({});
  const [problem, setProblem] = useState<RecipeProblem>();
  const use = () => {
    const after = withRecipe(zone, records, recipe, answers);
    if ('code' in after) setProblem(after);
    else onUse({ kind: 'recipe', recipe: recipe.id, answers });
  };
  return (
    <Card label={words.recipes[recipe.id]}>
      {recipe.fields.map(({ id }) => (
        <Field
          key={id}
          mono
          label={words.fields[id]}
          value={answers[id] ?? ''}
          error={problem?.field === id ? recordProblemText(problem) : undefined}
          onChange={(answer) => {
            setProblem(undefined);
            setAnswers({ ...answers, [id]: answer });
          }}
          onSubmitEditing={use}
        />
      ))}
      <FormActions title={words.use} onUse={use} onLeave={onLeave} />
    </Card>
  );
}

interface SameAsProps extends Pick<RecipesProps, 'onUse'> {
  readonly onLeave: () => void;
}

/** The records of another name of the account, in the place of these. */
function SameAs({ onUse, onLeave }: SameAsProps) {
  const [typed, setTyped] = useState('');
  const other = useOtherZone();
  const name = toALabel(typed.trim().toLowerCase());
  const isUnknown = other.error instanceof ApiProblem && other.error.status === 404;
  const take = () => {
    if (name)
      other.mutate(name, { onSuccess: (from) => onUse({ kind: 'same', from: from.name, records: from.records }) });
  };
  return (
    <Card label={words.sameAs}>
      <Field
        mono
        label={words.sameAsName}
        value={typed}
        error={isUnknown ? words.sameAsUnknown(typed.trim()) : undefined}
        onChange={(text) => {
          other.reset();
          setTyped(text);
        }}
        onSubmitEditing={take}
      />
      {other.isError && !isUnknown ? <Failure fault={other.error} /> : null}
      <View style={styles.actions}>
        <Action title={words.use} busy={other.isPending} disabled={!name} onPress={take} />
        <Action kind="link" title={words.leave} onPress={onLeave} />
      </View>
    </Card>
  );
}

const styles = StyleSheet.create({
  part: { gap: 8, marginBottom: 12 },
  actions: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 },
});
