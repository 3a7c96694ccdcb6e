"""Plans: folios and plates that make themselves, from the newest files, under conditions."""
