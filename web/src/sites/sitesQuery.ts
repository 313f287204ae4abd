import { queryOptions } from '@tanstack/react-query';
import { api } from '../api.ts';

/** The list of all sites. */
export const sitesQuery = queryOptions({ queryKey: ['sites'], queryFn: api.sites });
