import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { CaptureState } from '@hatrail/core/gather/captured';
import { api } from '../../api.ts';

/** How often it is asked how far the work is, ms. */
const ASK_EVERY = 400;

/** Work of the capture service on one header: begun, followed, stopped. */
export function useOwnWork<Asked>(begin: (asked: Asked) => Promise<CaptureState>) {
  const client = useQueryClient();
  const [id, setId] = useState<string>();
  const start = useMutation({ mutationFn: begin, onSuccess: (state) => setId(state.id) });
  const work = useQuery({
    queryKey: ['capture', id],
    queryFn: () => api.capture(id!),
    enabled: id !== undefined,
    retry: false,
    refetchInterval: ({ state: { data } }) =>
      data === undefined || data.phase === 'reading' || data.phase === 'trying' ? ASK_EVERY : false,
  });
  const state = id === undefined ? undefined : work.data;
  const isBusy =
    start.isPending || (id !== undefined && (state === undefined || /ing$/.test(state.phase)) && !work.error);
  const stop = () => {
    if (id !== undefined) void api.stopCapture(id).catch(() => undefined);
    if (id !== undefined) client.removeQueries({ queryKey: ['capture', id] });
    setId(undefined);
    start.reset();
  };
  const problem =
    start.error?.message ?? work.error?.message ?? (state?.phase === 'failed' ? state.message : undefined);
  return { begin: (asked: Asked) => start.mutate(asked), state, isBusy, problem, stop };
}
