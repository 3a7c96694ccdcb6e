"""What components draw, without a browser."""

import json
import subprocess


def test_a_screen_that_fails_says_so_and_offers_a_way_back(rendered):
    page = rendered("shared/ErrorBoundary", "Failed", error={"message": "x is <not> a function"})
    assert "This screen could not be drawn" in page
    assert "x is &lt;not&gt; a function" in page
    assert "Reload the page" in page and 'href="/"' in page


def test_progress_is_told_as_a_share_or_as_unknown(rendered):
    known = rendered("shared/ProgressLine", "ProgressLine", label="Sending", share=0.257)
    assert 'aria-valuenow="26"' in known and "width:26%" in known
    assert "aria-valuenow" not in rendered("shared/ProgressLine", "ProgressLine", label="Sending", share=None)


QUEUE = """
import { QueryClient } from "./render.mjs";
import { inLine } from "./shared/useInLine.mjs";
const client = new QueryClient({ defaultOptions: { mutations: { networkMode: "always" } } });
const seen = [];
const later = (name, ms, fails) => async () => {
  seen.push(`${name} begins`);
  await new Promise((done) => setTimeout(done, ms));
  seen.push(`${name} ends`);
  if (fails) throw new Error(name);
  return name;
};
const made = await Promise.allSettled([
  inLine(client, "plate 1", later("a", 30)),
  inLine(client, "plate 1", later("b", 5, true)),
  inLine(client, "plate 1", later("c", 1)),
]);
console.log(JSON.stringify([seen, made.map(({ value, reason }) => value ?? reason.message)]));
"""


def test_changes_of_one_thing_wait_for_each_other_and_a_failed_one_holds_up_none(built):
    done = subprocess.run(["node", "--input-type=module", "-e", QUEUE], cwd=built, capture_output=True, text=True, check=False)
    assert done.returncode == 0, done.stderr
    seen, made = json.loads(done.stdout)
    assert seen == ["a begins", "a ends", "b begins", "b ends", "c begins", "c ends"]
    assert made == ["a", "b", "c"]
