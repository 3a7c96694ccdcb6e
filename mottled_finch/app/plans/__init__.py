"""Plans: when figures are made anew by themselves, from what, under which conditions, and where they go."""
