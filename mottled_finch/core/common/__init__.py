"""What all floors read: errors, the reader's language, what a recipe may name, the recipe itself, and its parts in words."""
