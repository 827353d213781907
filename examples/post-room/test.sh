javac -d .out $(find . -name '*.java') && java -ea -cp .out post.PostTest; code=$?; rm -rf .out; exit $code
