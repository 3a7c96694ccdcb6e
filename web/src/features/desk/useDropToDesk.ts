import { useCallback } from "react";
import { useNavigate } from "react-router";
import { useDrop } from "../../shared/useDrop";
import { useHandOver } from "./handOver";

/** Lets a screen take a dropped file as the desk does: the desk comes up and brings it in. */
export function useDropToDesk(): boolean {
  const navigate = useNavigate();
  const hand = useHandOver((state) => state.hand);
  return useDrop(
    useCallback(
      (files) => {
        hand(files);
        navigate("/");
      },
      [hand, navigate],
    ),
  );
}
