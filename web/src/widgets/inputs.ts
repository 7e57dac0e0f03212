// Each from its own file: the library's index of inputs brings those for passwords, searches and one-time codes along.
export { default as Input } from 'antd/es/input/Input';
export { default as TextArea } from 'antd/es/input/TextArea';
