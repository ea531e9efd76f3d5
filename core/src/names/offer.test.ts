import fc from 'fast-check';
import { isOpenOffer, nextOffer, offerSums, type Offer, type OfferEvent } from './offer';

test('the fee is a tenth, on top for the buyer or out of what the holder gets', () => {
  expect(offerSums(100_000, { feePaidBy: 'buyer', move: 0 })).toEqual({
    amount: 100_000,
    fee: 10_000,
    move: 0,
    buyerPays: 110_000,
    holderGets: 100_000,
  });
  expect(offerSums(100_000, { feePaidBy: 'holder', move: 0 })).toEqual({
    amount: 100_000,
    fee: 10_000,
    move: 0,
    buyerPays: 100_000,
    holderGets: 90_000,
  });
  expect(offerSums(5000, { feePaidBy: 'buyer', move: 0 }).fee).toBe(2500);
});

test('the move of a premium name is paid by the buyer, whoever bears the fee', () => {
  expect(offerSums(100_000, { feePaidBy: 'buyer', move: 24_000 })).toMatchObject({ fee: 10_000, buyerPays: 134_000 });
  expect(offerSums(100_000, { feePaidBy: 'holder', move: 24_000 })).toMatchObject({
    buyerPays: 124_000,
    holderGets: 90_000,
  });
});

test('what the buyer pays is what the holder gets, the fee and the move, to the cent', () => {
  const terms = fc.record({ feePaidBy: fc.constantFrom('buyer', 'holder'), move: fc.nat({ max: 10_000_000 }) });
  fc.assert(
    fc.property(fc.integer({ min: 5000, max: 100_000_000 }), terms, (amount, its) => {
      const { fee, move, buyerPays, holderGets } = offerSums(amount, its);
      expect(buyerPays).toBe(holderGets + fee + move);
      expect(move).toBe(its.move);
    }),
  );
});

const sent: Offer = { amount: 50_000, state: { at: 'sent' } };
const after = (...events: OfferEvent[]) => events.reduce(nextOffer, sent);

test('an offer is agreed when the holder accepts, or the buyer accepts what the holder asks', () => {
  expect(after({ type: 'holderAccepted' }).state).toEqual({ at: 'agreed', amount: 50_000 });
  expect(after({ type: 'holderCountered', amount: 80_000 }, { type: 'buyerAccepted' })).toEqual({
    amount: 80_000,
    state: { at: 'agreed', amount: 80_000 },
  });
});

test('a buyer may raise after a counter-offer, and the holder is asked again', () => {
  expect(after({ type: 'holderCountered', amount: 80_000 }, { type: 'buyerRaised', amount: 60_000 })).toEqual({
    amount: 60_000,
    state: { at: 'sent' },
  });
});

test.each<OfferEvent>([{ type: 'holderDeclined' }, { type: 'lapsed' }, { type: 'buyerWithdrew' }])(
  'after $type nothing changes any more',
  (end) => {
    const ended = after(end);
    for (const event of [{ type: 'holderAccepted' }, { type: 'buyerAccepted' }, { type: 'buyerWithdrew' }] as const)
      expect(() => nextOffer(ended, event)).toThrow('cannot follow');
  },
);

test('an agreed offer ends when the name comes, or does not; it lapses, or is withdrawn, while nothing is paid', () => {
  const agreed = { type: 'holderAccepted' } as const;
  expect(after(agreed, { type: 'nameCame' }).state).toEqual({ at: 'bought', amount: 50_000 });
  expect(after(agreed, { type: 'nameStayed' }).state).toEqual({ at: 'fellThrough' });
  expect(after(agreed, { type: 'buyerWithdrew' }).state).toEqual({ at: 'withdrawn' });
  for (const before of [[], [{ type: 'holderCountered', amount: 80_000 }], [agreed]] as const) {
    expect(isOpenOffer(after(...before).state)).toBe(true);
    const lapsed = after(...before, { type: 'lapsed' });
    expect(lapsed.state).toEqual({ at: 'lapsed' });
    expect(isOpenOffer(lapsed.state)).toBe(false);
    expect(() => nextOffer(lapsed, { type: 'nameCame' })).toThrow('cannot follow');
  }
  expect(() => after({ type: 'nameCame' })).toThrow('cannot follow');
});
