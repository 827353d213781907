g++ -std=c++17 -I. -o .out $(find . -name '*.cpp') && ./.out; code=$?; rm -f .out; exit $code
