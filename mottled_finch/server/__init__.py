"""The server: HTTP and storage around the core."""
