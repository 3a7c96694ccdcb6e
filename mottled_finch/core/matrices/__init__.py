"""What a matrix is: the pivot, what it shows, the sentence that says it, and which are worth a look."""
