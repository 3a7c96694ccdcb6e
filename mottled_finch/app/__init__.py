"""What can be done with tables, plates, folios, files and plans, whoever asks and wherever they are kept."""
