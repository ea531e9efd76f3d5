import { useHelpers } from '../../api/helpers';
import { useContacts, useOffers, useOrders, useWatches } from '../../api/me';
import { useCalendar } from '../../api/names';
import { useBalance, useCards, useInvoices, useTopUps } from '../../api/payments';
import { useSessions } from '../../api/security';

/** Asks for all that the page is made of, at once. @returns true until everything is there, or failed: what comes later would move what is below it */
export function useAccountParts(): boolean {
  const parts = [
    useOrders(),
    useHelpers(),
    useInvoices(),
    useBalance(),
    useTopUps(),
    useCards(),
    useContacts(),
    useCalendar(),
    useSessions(),
    useWatches(),
    useOffers(),
  ];
  return parts.some(({ isLoading }) => isLoading);
}
