import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { giveFile, sentenceOf } from "../../api/client";
import { importIs, keys, useAbout } from "../../api/queries";
import { megabytes } from "../../shared/numbers";

export type GivingState =
  | { at: "rest" }
  | { at: "sending"; name: string; sent: number; size: number }
  | { at: "looking"; name: string }
  | { at: "refused"; name: string; sentence: string };

/** Giving a file, of a new table or a newer one of a table: send it, and go to where it is looked at. */
export function useGive(table?: number) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const about = useAbout();
  const [state, setState] = useState<GivingState>({ at: "rest" });
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
        const look = await giveFile(
          file,
          table,
          (sent) =>
            setState(
              sent < file.size
                ? { at: "sending", name: file.name, sent, size: file.size }
                : { at: "looking", name: file.name },
            ),
          abort.current.signal,
        );
        client.setQueryData(keys.look(look.file.id), look);
        importIs(client, look.file);
        navigate(`/imports/${look.file.id}`);
      } catch (error) {
        if (error instanceof DOMException) setState({ at: "rest" });
        else refuse(sentenceOf(error));
      } finally {
        abort.current = null;
      }
    },
    [about.data, client, navigate, table],
  );

  return { state, take, cancel: () => abort.current?.abort(), rest: () => setState({ at: "rest" }) };
}
