g++ -std=c++17 -Iworks -I. -o .out $(find . -name '*.cpp') && ./.out; code=$?; rm -f .out; exit $code
