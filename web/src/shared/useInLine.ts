import { type QueryClient, useIsMutating, useQueryClient } from "@tanstack/react-query";
import { useCallback } from "react";

type Act<Made> = () => Promise<Made>;

/**
 * Changes of one thing, named by `scope`, are made one after another, whoever asks for them: each begins from what the one before
 * left, so that quick work never overwrites itself. One that fails does not hold up the next.
 */
export function inLine<Made>(client: QueryClient, scope: string, act: Act<Made>): Promise<Made> {
  return client
    .getMutationCache()
    .build(client, { mutationFn: act, scope: { id: scope } })
    .execute(undefined);
}

export function useInLine(scope: string): <Made>(act: Act<Made>) => Promise<Made> {
  const client = useQueryClient();
  return useCallback((act) => inLine(client, scope, act), [client, scope]);
}

/** Whether a change of the thing is under way or waits for its turn. */
export const useWorking = (scope: string): boolean =>
  useIsMutating({ predicate: (mutation) => mutation.options.scope?.id === scope }) > 0;
