"""What is claimed about speed, measured: figures as ratios within one run, since machines are noisy and differ."""
