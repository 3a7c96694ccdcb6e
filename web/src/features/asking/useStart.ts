import { useState } from "react";
import { useNavigate } from "react-router";
import { api, type Pivot, type StatementReading, sentenceOf } from "../../api/client";

/** Makes a plate of what was asked and goes there, where it is told what was not understood; or says why it cannot. */
export function useStart() {
  const navigate = useNavigate();
  const [refusal, setRefusal] = useState("");
  async function start(table: number, pivot: Pivot, left: StatementReading["left"] = []) {
    try {
      const { plate } = await api.startPlate(table, { finch_recipe: 2, pivot });
      navigate(`/plates/${plate.id}`, { state: { notUnderstood: left.map((each) => each.text) } });
    } catch (error) {
      setRefusal(sentenceOf(error));
    }
  }
  return { start, refusal, setRefusal };
}
