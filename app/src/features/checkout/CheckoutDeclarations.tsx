import type { NeededDeclaration } from '@tienda/core/contacts/declarations';
import { checkoutStore } from '../../api/checkoutStore';
import { Declarations } from '../../shop/holder/Declarations';
import { useStored } from '../../stored/stored';

interface CheckoutDeclarationsProps {
  readonly needed: readonly NeededDeclaration[];
  /** It was tried to pay: what is not declared yet is pointed out. */
  readonly missing: boolean;
}

/** What the extensions in the basket ask of their holders; what is said stays chosen on the way through checkout. */
export function CheckoutDeclarations({ needed, missing }: CheckoutDeclarationsProps) {
  const choices = useStored(checkoutStore);
  return (
    <Declarations
      needed={needed}
      missing={missing}
      declarations={choices.declarations}
      onDeclare={(declarations) => checkoutStore.set({ ...choices, declarations: [...declarations] })}
    />
  );
}
