"""Pages of figures and words: their file format, and how they are laid out."""
