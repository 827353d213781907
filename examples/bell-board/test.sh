javac -d .out $(find . -name '*.java') && java -ea -cp .out board.BellTest; code=$?; rm -rf .out; exit $code
