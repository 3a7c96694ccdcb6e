"""What changed in a figure since the edition of its table before."""
