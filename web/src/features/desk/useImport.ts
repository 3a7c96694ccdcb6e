import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { api, sendTable } from "../../api/client";
import { keys, useAbout } from "../../api/queries";
import { megabytes } from "../../shared/numbers";

export type ImportState =
  | { at: "rest" }
  | { at: "sending"; name: string; sent: number; size: number }
  | { at: "reading"; name: string }
  | { at: "refused"; name: string; sentence: string };

/** Bringing a file in: send it, have it read, start a plate on it and go there. */
export function useImport() {
  const client = useQueryClient();
  const navigate = useNavigate();
  const about = useAbout();
  const [state, setState] = useState<ImportState>({ at: "rest" });
  const abort = useRef<AbortController | null>(null);

  const take = useCallback(
    async (files: readonly File[]) => {
      const [file] = files;
      if (!file || abort.current) return; // one at a time: a file dropped meanwhile waits for another drop
      const refuse = (sentence: string) => setState({ at: "refused", name: file.name, sentence });
      if (files.length > 1) return refuse("Several files were dropped; drop them one at a time.");
      const most = about.data?.upload_bytes_most;
      if (most && file.size > most) {
        return refuse(
          `${file.name}: the file has ${megabytes(file.size)}, more than the ${megabytes(most)} that are taken in; leave out columns or records you do not need.`,
        );
      }
      abort.current = new AbortController();
      setState({ at: "sending", name: file.name, sent: 0, size: file.size });
      try {
        const table = await sendTable(
          file,
          (sent) =>
            setState(
              sent < file.size
                ? { at: "sending", name: file.name, sent, size: file.size }
                : { at: "reading", name: file.name },
            ),
          abort.current.signal,
        );
        const { plate } = await api.startPlate(table.id);
        await client.invalidateQueries({ queryKey: keys.tables });
        navigate(`/plates/${plate.id}`);
      } catch (error) {
        if (error instanceof DOMException) setState({ at: "rest" });
        else refuse(error instanceof Error ? error.message : String(error));
      } finally {
        abort.current = null;
      }
    },
    [about.data, client, navigate],
  );

  return { state, take, cancel: () => abort.current?.abort(), rest: () => setState({ at: "rest" }) };
}
