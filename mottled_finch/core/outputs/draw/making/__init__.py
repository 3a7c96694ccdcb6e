"""What outputs are made with: the places of a table, the words beside it, what was chosen, what goes along, and the source."""
