import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { DnsRecord } from '@tienda/core/dns/record';
import { settableTypes } from '@tienda/core/dns/record';
import { recipes, withRecipe, type Recipe, type RecipeAnswers, type RecipeProblem } from '@tienda/core/dns/recipe';
import { texts } from '../../texts/texts';
import { Action } from '../../ui/Action';
import { Card } from '../../ui/Card';
import { Chip } from '../../ui/Chip';
import { ChipStrip } from '../../ui/ChipStrip';
import { Field } from '../../ui/Field';
import { Text } from '../../ui/Text';
import { recordProblemText } from './RecordForm';

const words = texts.points;
const offered = recipes.filter(({ records }) => records.every(([, type]) => settableTypes.includes(type)));

interface RecipesProps {
  readonly zone: string;
  readonly records: readonly DnsRecord[];
  readonly onUse: (records: readonly DnsRecord[]) => void;
}

/** What people come for, each as a few answers; what it changes is seen among the records before it is saved. */
export function Recipes({ zone, records, onUse }: RecipesProps) {
  const [chosen, setChosen] = useState<Recipe>();
  return (
    <View style={styles.part}>
      <Text kind="heading" level={2}>
        {words.recipesFor}
      </Text>
      <ChipStrip at={chosen?.id ?? ''}>
        {offered.map((recipe) => (
          <Chip
            key={recipe.id}
            title={words.recipes[recipe.id]}
            pressed={chosen === recipe}
            expanded={chosen === recipe}
            onPress={() => setChosen(chosen === recipe ? undefined : recipe)}
          />
        ))}
      </ChipStrip>
      {chosen ? (
        <RecipeForm
          key={chosen.id}
          recipe={chosen}
          zone={zone}
          records={records}
          onUse={(after) => {
            onUse(after);
            setChosen(undefined);
          }}
          onLeave={() => setChosen(undefined)}
        />
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
    else onUse(after);
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
      <View style={styles.actions}>
        <Action title={words.use} onPress={use} />
        <Action kind="link" title={words.leave} onPress={onLeave} />
      </View>
    </Card>
  );
}

const styles = StyleSheet.create({
  part: { gap: 8, marginBottom: 12 },
  actions: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 },
});
