"""Parts of recipes, and members, in words."""
