"""What the mend that brings columns is made of: where other tables are found, the line of each record, keys to begin with."""
