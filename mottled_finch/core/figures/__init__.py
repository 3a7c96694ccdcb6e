"""What a figure is: contents, words and places, what it claims and what would mislead in it."""
