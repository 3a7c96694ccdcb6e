"""What stands in the cells of a figure: their texts and sizes, facts of them in words, what is withheld."""
