"""Templates of the house: what decks and documents of its own look like, and figures laid in them."""
