javac -d .out moon/*.java && java -ea -cp .out moon.AlmanacTest; code=$?; rm -rf .out; exit $code
