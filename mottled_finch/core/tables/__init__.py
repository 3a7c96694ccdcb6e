"""What a table is: read from files, put right, looked over, and its records brought together by their keys."""
