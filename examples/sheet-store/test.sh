javac -d .out $(find . -name '*.java') && java -ea -cp .out list.ListsTest; code=$?; rm -rf .out; exit $code
