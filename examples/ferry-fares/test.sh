python3 -B -m unittest -q test_desk
