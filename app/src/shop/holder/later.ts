import { lazy } from 'react';
import { withTables } from '../name/tables';

/** The tables of phone numbers are large: what needs them is fetched together, once somebody comes to it. */
const fetched = () => withTables(import('./withPhones'));

export const HolderForm = lazy(async () => ({ default: (await fetched()).HolderForm }));
export const PublicView = lazy(async () => ({ default: (await fetched()).PublicView }));
