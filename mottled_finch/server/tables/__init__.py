"""Tables: models, actions and views."""
