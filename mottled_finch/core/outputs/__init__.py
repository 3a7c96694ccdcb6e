"""What leaves: outputs, folios, files that came back and are made anew, and what changed between editions."""
