"""What a title or headline says of its figure, in sentences that are read and held against it whenever it is made."""
