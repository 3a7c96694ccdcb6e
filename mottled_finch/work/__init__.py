"""Work that is long, or on bytes of strangers: done by processes of their own with limits, from which data comes back."""
