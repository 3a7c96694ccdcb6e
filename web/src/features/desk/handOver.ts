/** Files dropped on another screen, on their way to the desk, where imports are shown. */
import { create } from "zustand";

type HandOver = { files: readonly File[] | null; hand: (files: readonly File[] | null) => void };

export const useHandOver = create<HandOver>((set) => ({ files: null, hand: (files) => set({ files }) }));
