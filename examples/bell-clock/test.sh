cc -Wall -Werror -o clock main.c && ./clock | diff - - <<'TOLD'
0: 12 strikes, 4800 ms
6: 6 strikes, 2400 ms
12: 12 strikes, 4800 ms
18: 6 strikes, 2400 ms
TOLD
rm -f clock
