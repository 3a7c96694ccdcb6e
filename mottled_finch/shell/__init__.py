"""What can be done from a shell, with the files of a folder."""
